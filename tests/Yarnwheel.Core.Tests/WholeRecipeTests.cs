using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

/// <summary>Laws that hold for every field of the recipe at once.</summary>
public class WholeRecipeTests
{
    private const int Width = 301;
    private const int Height = 203;

    private static readonly Recipe Everything = RecipeJson.Parse("""
        { "yarnwheel": 1,
          "light": { "exposure": 0.4, "contrast": 30, "warmth": 20, "saturation": 30, "protect": 50, "shadows": 20, "localContrast": 60, "fineDetail": 40, "haze": 30 },
          "grey": { "spokes": [ { "hue": 30, "lift": 60 }, { "hue": 200, "lift": -70 } ] }, "ground": { "colour": 10, "tint": { "hue": 60, "amount": 40 } },
          "areas": [
            { "name": "A", "colour": 80, "mask": { "parts": [
                { "kind": "hue", "from": 10, "to": 90 },
                { "kind": "colour", "picks": [ { "x": 0.7, "y": 0.3 } ], "reach": 10, "calm": 60 },
                { "kind": "patch", "op": "subtract", "seeds": [ { "x": 0.4, "y": 0.5, "reach": 40 } ], "fade": 6 } ] },
              "edge": { "feather": 6, "grow": 3, "smooth": 60, "contrast": 20, "follow": 60, "fringe": 80, "islands": 40, "pinholes": 30 },
              "treat": { "hueShift": 40, "recolour": { "hue": 220, "amount": 50 }, "tint": { "hue": 30, "amount": 40 }, "highlights": -30, "localContrast": -40, "fineDetail": 50, "haze": -20 } },
            { "name": "C", "over": true, "colour": 30, "strength": 70, "mask": { "parts": [ { "kind": "ramp", "shape": "radial", "cx": 0.5, "cy": 0.5, "rx": 0.4, "ry": 0.3, "feather": 60 } ] },
              "treat": { "exposure": 0.4, "warmth": 40, "saturation": -20, "localContrast": 30, "tint": { "hue": 200, "amount": 20 } } },
            { "name": "B", "colour": 0, "strength": 60, "mask": { "parts": [
                { "kind": "light", "from": 40, "to": 80, "grey": { "spokes": [ { "hue": 260, "lift": 50 } ] } },
                { "kind": "ramp", "op": "intersect", "x0": 0.1, "y0": 0.2, "x1": 0.9, "y1": 0.7 },
                { "kind": "outline", "op": "subtract", "nodes": [ { "x": 0.2, "y": 0.2, "out": [ 0.1, 0.1 ] }, { "x": 0.6, "y": 0.3 }, { "x": 0.4, "y": 0.8 } ], "softness": 0.03, "lean": 40 },
                { "kind": "brush", "strokes": [ { "radius": 0.05, "hardness": 40, "flow": 60, "points": [ { "x": 0.1, "y": 0.2 }, { "x": 0.8, "y": 0.5, "pressure": 0.4 } ] },
                  { "erase": true, "onMask": "lights", "radius": 0.08, "cling": { "reach": 10 }, "points": [ { "x": 0.3, "y": 0.6 }, { "x": 0.5, "y": 0.4 } ] } ] } ] },
              "treat": { "exposure": -0.5, "fineDetail": 30 } } ],
          "finish": { "vignette": { "amount": -60 }, "sharpen": { "amount": 70, "radius": 1.4, "edgesOnly": 40 } } }
        """);

    private static PhotoRenderer Renderer() => new(Pictures.Pyramid(Pictures.Smooth(Width, Height), Width, Height));

    [Theory]
    [InlineData(1)]
    [InlineData(0.37)]
    [InlineData(2)]
    public void Any_tiling_gives_the_same_picture(double scale)
    {
        var renderer = Renderer();
        int width = AreaSampler.Extent(Width, scale), height = AreaSampler.Extent(Height, scale);
        var all = new Region(0, 0, width, height);
        var whole = renderer.Frames.Draw(Everything, new View(all, scale), Show.Result);
        foreach (var (tileWidth, tileHeight) in (ReadOnlySpan<(int, int)>)[(97, 61), (width, 40)])
        {
            for (var y = 0; y < height; y += tileHeight)
            {
                for (var x = 0; x < width; x += tileWidth)
                {
                    var region = new Region(x, y, tileWidth, tileHeight).Intersect(all);
                    var part = renderer.Frames.Draw(Everything, new View(region, scale), Show.Result);
                    for (var row = 0; row < region.Height; row++)
                    {
                        Assert.True(whole.AsSpan(3 * ((y + row) * width + x), 3 * region.Width).SequenceEqual(part.AsSpan(3 * row * region.Width, 3 * region.Width)),
                            $"scale {scale}, tile at {x}, {y}, row {row}");
                    }
                }
            }
        }
    }

    [Fact]
    public void A_warm_cache_changes_nothing()
    {
        var renderer = Renderer();
        var view = new View(new Region(40, 30, 200, 120), 1);
        var first = renderer.Frames.Draw(Everything, view, Show.Result);
        renderer.Frames.Draw(Everything with { Areas = [] }, view, Show.Result);
        Assert.Equal(first, renderer.Frames.Draw(Everything, view, Show.Result));
        Assert.Equal(first, Renderer().Frames.Draw(Everything, view, Show.Result));
    }

    public static TheoryData<string> Groups => ["light", "areas/0/edge", "areas/0/treat", "finish/vignette", "finish/sharpen", "grey", "areas/0"];

    // Each of these works only together with another, which is set in the baseline.
    private const string Baseline = """
        { "yarnwheel": 1, "grey": { "spokes": [ { "hue": 40, "lift": 60 } ] }, "areas": [ { "mask": { "parts": [ { "kind": "light", "from": 30, "to": 60, "fadeFrom": 12, "fadeTo": 12 } ] }, "treat": { "saturation": 30 } } ],
          "light": { "saturation": 20 }, "finish": { "vignette": { "amount": -50 }, "sharpen": { "amount": 60, "calm": 0 } } }
        """;

    [Theory]
    [MemberData(nameof(Groups))]
    public void Each_number_alone_changes_the_picture_and_its_neutral_value_does_not(string group)
    {
        var baseline = RecipeJson.Parse(Baseline);
        var view = new View(new Region(0, 0, Width, Height), 1);
        var rgb = Pictures.Smooth(Width, Height);
        // Specks, grain and a hard edge, so that everything has something to work on.
        var random = new Random(3);
        for (var i = 0; i < rgb.Length; i++) rgb[i] = (byte)Math.Clamp(rgb[i] + random.Next(-9, 10) + (i / 3 % Width > 150 ? 40 : 0) + (i % 4001 == 0 ? 90 : 0), 0, 255);
        var renderer = new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height));
        var plain = renderer.Frames.Draw(baseline, view, Show.Result);
        object record = group switch { "light" => baseline.Light, "areas/0/edge" => baseline.Areas[0].Edge, "areas/0/treat" => baseline.Areas[0].Treat, "finish/vignette" => baseline.Finish.Vignette, "finish/sharpen" => baseline.Finish.Sharpen, "grey" => baseline.Grey, _ => baseline.Areas[0] };
        byte[] With(string field, double value) => renderer.Frames.Draw(RecipeEdit.Apply(baseline, [new System.Text.Json.Nodes.JsonObject { ["op"] = "add", ["path"] = $"/{group}/{field}", ["value"] = value }]).Result, view, Show.Result);
        var numbers = record.GetType().GetProperties().Where(p => p.PropertyType == typeof(double)).ToArray();
        Assert.NotEmpty(numbers);
        foreach (var number in numbers)
        {
            var name = RecipeValidator.NameOf(number);
            var range = number.GetCustomAttributes(typeof(System.ComponentModel.DataAnnotations.RangeAttribute), true).Cast<System.ComponentModel.DataAnnotations.RangeAttribute>().Single();
            var neutral = (double)number.GetValue(record)!;
            double least = Convert.ToDouble(range.Minimum, System.Globalization.CultureInfo.InvariantCulture), most = Convert.ToDouble(range.Maximum, System.Globalization.CultureInfo.InvariantCulture);
            // Large lengths would reach over the whole small picture.
            var moved = most - neutral > neutral - least ? neutral + Math.Min(40, (most - neutral) / 2) : neutral - Math.Min(40, (neutral - least) / 2);
            Assert.False(plain.AsSpan().SequenceEqual(With(name, moved)), $"{group}/{name} = {moved}");
            Assert.True(plain.AsSpan().SequenceEqual(With(name, neutral)), $"{group}/{name} = {neutral}");
        }
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(1, 700)]
    [InlineData(700, 2)]
    public void Pictures_of_extreme_shape_are_drawn(int width, int height)
    {
        var renderer = new PhotoRenderer(Pictures.Pyramid(Pictures.Random(width, height), width, height));
        foreach (var scale in (double[])[1, 0.05, 3])
        {
            var region = new Region(0, 0, AreaSampler.Extent(width, scale), AreaSampler.Extent(height, scale));
            Assert.Equal(3 * region.Area, renderer.Frames.Draw(Everything, new View(region, scale), Show.Result).LongLength);
        }
        Assert.Equal(width * height, renderer.Copies.Mask(Everything, 0).Length);
    }

    [Fact]
    public void Half_size_masks_are_about_the_full_size_made_smaller()
    {
        var photo = Pictures.Smooth(400, 300);
        var renderer = new PhotoRenderer(Pictures.Pyramid(photo, 400, 300));
        foreach (var part in (string[])
        [
            """{ "kind": "hue", "from": 10, "to": 90 }""", """{ "kind": "patch", "seeds": [ { "x": 0.4, "y": 0.5, "reach": 60 } ], "fade": 6 }""",
            """{ "kind": "colour", "picks": [ { "x": 0.4, "y": 0.5 }, { "x0": 0.1, "y0": 0.1, "x1": 0.2, "y1": 0.3 } ], "leaveOut": [ { "x": 0.8, "y": 0.8 } ] }""",
            """{ "kind": "light", "from": 40, "to": 80 }""", """{ "kind": "ramp", "shape": "radial", "feather": 10 }""",
            """{ "kind": "outline", "nodes": [ { "x": 0.2, "y": 0.2 }, { "x": 0.7, "y": 0.3 }, { "x": 0.4, "y": 0.8 } ] }""",
            """{ "kind": "brush", "strokes": [ { "radius": 0.05, "flow": 60, "points": [ { "x": 0.2, "y": 0.2 }, { "x": 0.7, "y": 0.3 }, { "x": 0.4, "y": 0.8 } ] }, { "radius": 0.04, "cling": {}, "points": [ { "x": 0.2, "y": 0.9 }, { "x": 0.8, "y": 0.7 } ] } ] }""",
        ])
        {
            foreach (var edge in (string[])["{}", """{ "feather": 10 }""", """{ "grow": 6 }""", """{ "smooth": 100 }"""])
            {
                // These masks lie near one half over wide stretches, and to smooth steepens there: any difference grows.
                if ((part.Contains("colour", StringComparison.Ordinal) || part.Contains("flow", StringComparison.Ordinal)) && edge.Contains("smooth", StringComparison.Ordinal)) continue;
                var recipe = RecipeJson.Parse($$"""{ "yarnwheel": 1, "areas": [ { "mask": { "parts": [ {{part}} ] }, "edge": {{edge}} } ] }""");
                var full = renderer.Copies.Mask(recipe, 0);
                var half = renderer.Frames.Draw(recipe, new View(new Region(0, 0, 200, 150), 0.5), Show.Mask, 0);
                var sum = 0.0;
                for (var y = 0; y < 150; y++)
                {
                    for (var x = 0; x < 200; x++)
                    {
                        var at = 2 * y * 400 + 2 * x;
                        sum += Math.Abs((full[at] + full[at + 1] + full[at + 400] + full[at + 401]) / 4.0 / 257 - half[3 * (y * 200 + x)]);
                    }
                }
                Assert.True(sum / 30000 < 2, $"{part} {edge}: {sum / 30000:F2} of 255 on average");
            }
        }
    }
}
