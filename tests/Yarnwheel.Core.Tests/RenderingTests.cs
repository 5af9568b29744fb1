using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

public class RenderingTests
{
    private const int Width = 301;
    private const int Height = 203;

    private static readonly Recipe Kept = RecipeJson.Parse("""
        { "yarnwheel": 1, "grey": { "spokes": [ { "hue": 30, "lift": 60 }, { "hue": 200, "lift": -70 } ] },
          "areas": [ { "name": "A", "mask": { "parts": [ { "kind": "colour", "picks": [ { "x": 0.7, "y": 0.3 } ], "leaveOut": [ { "x": 0.2, "y": 0.8 } ] } ] } } ] }
        """);

    private static PhotoRenderer Renderer(byte[] rgb) => new(Pictures.Pyramid(rgb, Width, Height));

    private static View Whole => new(new Region(0, 0, Width, Height), 1);

    [Fact]
    public void With_the_ground_in_full_colour_every_8_bit_colour_is_unchanged()
    {
        // All 2²⁴ colours, 4096 × 64 at a time.
        var recipe = new Recipe { Ground = new Ground { Colour = 100 } };
        for (var block = 0; block < 64; block++)
        {
            var rgb = new byte[3 * 4096 * 64];
            for (var i = 0; i < 4096 * 64; i++)
            {
                var colour = block * 4096 * 64 + i;
                (rgb[3 * i], rgb[3 * i + 1], rgb[3 * i + 2]) = ((byte)(colour >> 16), (byte)(colour >> 8), (byte)colour);
            }
            var renderer = new PhotoRenderer(Pyramid.Build(new BytePixels(rgb, 4096, 64)));
            Assert.True(rgb.AsSpan().SequenceEqual(renderer.Frames.Draw(recipe, new View(new Region(0, 0, 4096, 64), 1), Show.Result)), $"block {block}");
        }
    }

    [Fact]
    public void With_the_ground_at_0_and_no_area_red_green_and_blue_are_equal()
    {
        var frame = Renderer(Pictures.Random(Width, Height)).Frames.Draw(Kept with { Areas = [] }, Whole, Show.Result);
        for (var i = 0; i < frame.Length; i += 3) Assert.True(frame[i] == frame[i + 1] && frame[i] == frame[i + 2]);
    }

    [Fact]
    public void Where_the_mask_is_full_the_photo_is_unchanged_and_where_it_is_0_it_is_grey()
    {
        var rgb = Pictures.Smooth(Width, Height);
        var renderer = Renderer(rgb);
        var frame = renderer.Frames.Draw(Kept, Whole, Show.Result);
        var mask = renderer.Copies.Mask(Kept, 0);
        int full = 0, none = 0;
        for (var i = 0; i < mask.Length; i++)
        {
            if (mask[i] == 65535)
            {
                full++;
                Assert.True(rgb.AsSpan(3 * i, 3).SequenceEqual(frame.AsSpan(3 * i, 3)));
            }
            else if (mask[i] == 0)
            {
                none++;
                Assert.True(frame[3 * i] == frame[3 * i + 1] && frame[3 * i] == frame[3 * i + 2]);
            }
        }
        Assert.True(full > 500 && none > 500, $"{full} full, {none} none");
    }

    [Fact]
    public void Any_tiling_gives_the_same_picture()
    {
        foreach (var scale in (double[])[1, 0.37, 0.5, 1.6])
        {
            var renderer = Renderer(Pictures.Smooth(Width, Height));
            int width = AreaSampler.Extent(Width, scale), height = AreaSampler.Extent(Height, scale);
            var whole = renderer.Frames.Draw(Kept, new View(new Region(0, 0, width, height), scale), Show.Result);
            foreach (var tile in (int[])[17, 64])
            {
                for (var y = 0; y < height; y += tile)
                {
                    for (var x = 0; x < width; x += tile)
                    {
                        var region = new Region(x, y, tile, tile).Intersect(new Region(0, 0, width, height));
                        var part = renderer.Frames.Draw(Kept, new View(region, scale), Show.Result);
                        for (var row = 0; row < region.Height; row++)
                        {
                            Assert.True(whole.AsSpan(3 * ((y + row) * width + x), 3 * region.Width)
                                .SequenceEqual(part.AsSpan(3 * row * region.Width, 3 * region.Width)), $"scale {scale}, tile {tile} at {x}, {y}");
                        }
                    }
                }
            }
        }
    }

    [Fact]
    public void The_full_size_strips_give_what_the_frame_shows()
    {
        var renderer = Renderer(Pictures.Smooth(Width, Height));
        var frame = renderer.Frames.Draw(Kept, Whole, Show.Result);
        var full = new byte[frame.Length];
        renderer.Copies.Picture(Kept, (y, light) => SrgbByte.EncodeRow(light, full.AsSpan(3 * y * Width, 3 * Width)));
        Assert.Equal(frame, full);
    }

    [Fact]
    public void Half_size_is_about_the_full_size_made_smaller()
    {
        var rgb = Pictures.Smooth(300, 200);
        var renderer = new PhotoRenderer(Pictures.Pyramid(rgb, 300, 200));
        var full = renderer.Frames.Draw(Kept, new View(new Region(0, 0, 300, 200), 1), Show.Mask);
        var half = renderer.Frames.Draw(Kept, new View(new Region(0, 0, 150, 100), 0.5), Show.Mask);
        var sum = 0.0;
        for (var y = 0; y < 100; y++)
        {
            for (var x = 0; x < 150; x++)
            {
                int At(int xx, int yy) => full[3 * (yy * 300 + xx)];
                var mean = (At(2 * x, 2 * y) + At(2 * x + 1, 2 * y) + At(2 * x, 2 * y + 1) + At(2 * x + 1, 2 * y + 1)) / 4.0;
                sum += Math.Abs(mean - half[3 * (y * 150 + x)]);
            }
        }
        Assert.True(sum / 15000 < 2, $"{sum / 15000:F2} of 255 on average");
    }

    [Fact]
    public void A_later_area_at_colour_0_takes_back_what_an_earlier_one_kept()
    {
        var recipe = Kept with { Areas = [Kept.Areas[0], Kept.Areas[0] with { Name = "B", Colour = 0 }] };
        var renderer = Renderer(Pictures.Smooth(Width, Height));
        var mask = renderer.Copies.Mask(recipe, 0);
        var frame = renderer.Frames.Draw(recipe, Whole, Show.Result);
        for (var i = 0; i < mask.Length; i++)
            if (mask[i] == 65535) Assert.True(frame[3 * i] == frame[3 * i + 1] && frame[3 * i] == frame[3 * i + 2]);
    }

    [Fact]
    public void An_area_that_is_off_or_has_no_strength_changes_nothing()
    {
        var renderer = Renderer(Pictures.Smooth(Width, Height));
        var none = renderer.Frames.Draw(Kept with { Areas = [] }, Whole, Show.Result);
        Assert.Equal(none, renderer.Frames.Draw(Kept with { Areas = [Kept.Areas[0] with { On = false }] }, Whole, Show.Result));
        Assert.Equal(none, renderer.Frames.Draw(Kept with { Areas = [Kept.Areas[0] with { Strength = 0 }] }, Whole, Show.Result));
    }

    [Fact]
    public void Everything_that_can_be_shown_is_shown_with_and_without_a_chosen_area()
    {
        var rgb = Pictures.Smooth(Width, Height);
        var renderer = Renderer(rgb);
        foreach (var area in (int?[])[null, 0, 5])
        {
            foreach (var show in Enum.GetValues<Show>())
            {
                var plain = renderer.Frames.Draw(Kept, Whole, show, area, 30);
                Assert.Equal(rgb.Length, plain.Length);
                var stitched = renderer.Frames.Draw(Kept, Whole, show, area, 30, new Overlay { Stitch = true });
                // The line is drawn over all but the photo as it came and the light of one hue.
                Assert.Equal(show is Show.Original or Show.Hue, plain.AsSpan().SequenceEqual(stitched));
            }
            Assert.Equal(rgb, renderer.Frames.Draw(Kept, Whole, Show.Original, area));
        }
    }

    [Fact]
    public void All_colours_are_those_of_the_photo_in_its_light_whatever_is_kept()
    {
        var rgb = Pictures.Smooth(Width, Height);
        var renderer = Renderer(rgb);
        Assert.Equal(rgb, renderer.Frames.Draw(Kept, Whole, Show.Colours));
        var brighter = renderer.Frames.Draw(Kept with { Light = new Light { Exposure = 1 } }, Whole, Show.Colours);
        Assert.True(brighter.Sum(v => v) > rgb.Sum(v => v));
        Assert.Equal(brighter, renderer.Frames.Draw(new Recipe { Light = new Light { Exposure = 1 }, Ground = new Ground { Colour = 100 } }, Whole, Show.Result));
    }

    [Fact]
    public void A_cancelled_frame_ends_with_the_cancellation()
    {
        using var cancel = new CancellationTokenSource();
        cancel.Cancel();
        Assert.ThrowsAny<OperationCanceledException>(() => Renderer(Pictures.Smooth(Width, Height)).Frames.Draw(Kept, Whole, Show.Result, null, cancel: cancel.Token));
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(1, 6000)]
    [InlineData(6000, 1)]
    public void Pictures_of_extreme_shape_are_drawn(int width, int height)
    {
        var renderer = new PhotoRenderer(Pictures.Pyramid(Pictures.Random(width, height), width, height));
        foreach (var scale in (double[])[1, 0.05, 3])
        {
            var region = new Region(0, 0, AreaSampler.Extent(width, scale), AreaSampler.Extent(height, scale));
            Assert.Equal(3 * region.Area, renderer.Frames.Draw(Kept, new View(region, scale), Show.Veil).LongLength);
        }
    }

    [Fact]
    public void Above_100_percent_the_photo_s_pixels_show_as_squares()
    {
        var rgb = Pictures.Random(Width, Height);
        var frame = Renderer(rgb).Frames.Draw(new Recipe(), new View(new Region(20, 40, 8, 8), 4), Show.Original);
        for (var y = 0; y < 8; y++)
        {
            for (var x = 0; x < 8; x++)
                Assert.True(rgb.AsSpan(3 * ((40 + y) / 4 * Width + (20 + x) / 4), 3).SequenceEqual(frame.AsSpan(3 * (y * 8 + x), 3)));
        }
    }

    [Fact]
    public void A_reading_names_what_is_there()
    {
        var rgb = Pictures.Smooth(Width, Height);
        var reading = Renderer(rgb).Readings.At(Kept, 0.5, 0.5);
        Assert.Equal((150, 101), (reading.X, reading.Y));
        Assert.Equal((rgb[3 * (101 * Width + 150)], rgb[3 * (101 * Width + 150) + 1]), (reading.Red, reading.Green));
    }
}
