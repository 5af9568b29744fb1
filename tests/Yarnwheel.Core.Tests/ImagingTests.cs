using FsCheck.Xunit;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

public class ImagingTests
{
    /// <summary>The mean over a square of the photo, by brute force over a fine grid.</summary>
    private static double Mean(byte[] rgb, int width, int height, double x0, double x1, double y0, double y1)
    {
        double sum = 0, weight = 0;
        for (var y = (int)y0; y < Math.Min(height, Math.Ceiling(y1)); y++)
        {
            for (var x = (int)x0; x < Math.Min(width, Math.Ceiling(x1)); x++)
            {
                var cover = (Math.Min(x + 1, x1) - Math.Max(x, x0)) * (Math.Min(y + 1, y1) - Math.Max(y, y0));
                sum += cover * Srgb.Decode(rgb[3 * (y * width + x)]);
                weight += cover;
            }
        }
        return sum / weight;
    }

    [Theory]
    [InlineData(0.77)]
    [InlineData(0.9)]
    [InlineData(1.3)]
    [InlineData(2.5)]
    public void Each_pixel_is_the_mean_light_of_the_square_it_covers(double scale)
    {
        const int width = 48, height = 36;
        var rgb = Pictures.Random(width, height, 9);
        var extent = new Region(0, 0, AreaSampler.Extent(width, scale), AreaSampler.Extent(height, scale));
        var planes = AreaSampler.Draw(Pictures.Pyramid(rgb, width, height), extent, scale);
        for (var y = 0; y < extent.Height; y += 3)
        {
            for (var x = 0; x < extent.Width; x += 3)
            {
                var expected = Mean(rgb, width, height, x / scale, Math.Min(width, (x + 1) / scale), y / scale, Math.Min(height, (y + 1) / scale));
                Assert.Equal(expected, planes.Red[y * extent.Width + x], 1e-4);
            }
        }
    }

    [Fact]
    public void A_level_is_the_mean_of_four_pixels_of_the_one_before()
    {
        var rgb = Pictures.Random(130, 70, 2);
        var pyramid = Pictures.Pyramid(rgb, 130, 70);
        Assert.Equal((65, 35), (pyramid.Level(1).Width, pyramid.Level(1).Height));
        float[] red = new float[65], green = new float[65], blue = new float[65];
        pyramid.Level(1).Read(0, 10, red, green, blue);
        Assert.Equal(Mean(rgb, 130, 70, 40, 42, 20, 22), red[20], 1e-5);
    }

    [Theory]
    [InlineData(1, 0)]
    [InlineData(0.6, 0)]
    [InlineData(0.5, 1)]
    [InlineData(0.3, 1)]
    [InlineData(0.25, 2)]
    [InlineData(4, 0)]
    public void The_level_at_or_above_the_scale_is_read(double scale, int level) =>
        Assert.Equal(level, Pictures.Pyramid(new byte[3 * 800 * 600], 800, 600).LevelFor(scale));

    [Fact]
    public void An_even_picture_stays_even_at_any_scale_and_size()
    {
        var rgb = Enumerable.Repeat((byte)77, 3 * 61 * 37).ToArray();
        var pyramid = Pictures.Pyramid(rgb, 61, 37);
        foreach (var scale in (double[])[0.02, 0.13, 0.5, 0.99, 1, 1.01, 7])
        {
            var extent = new Region(0, 0, AreaSampler.Extent(61, scale), AreaSampler.Extent(37, scale));
            var planes = AreaSampler.Draw(pyramid, extent, scale);
            Assert.All(planes.Green, v => Assert.Equal(Srgb.Decode((byte)77), v, 1e-6));
        }
    }

    [Fact]
    public void Sixteen_bit_and_linear_pixels_are_read_as_light()
    {
        float[] red = [0], green = [0], blue = [0];
        new WordPixels([65535, 32768, 0], 1, 1).Read(0, 0, red, green, blue);
        Assert.Equal((1f, 0f), (red[0], blue[0]));
        Assert.Equal(Srgb.Decode(32768 / 65535.0), green[0], 1e-6);
        new FloatPixels([-0.5f, 2, 0.25f], 1, 1).Read(0, 0, red, green, blue);
        Assert.Equal((-0.5f, 2f, 0.25f), (red[0], green[0], blue[0]));
    }

    [Fact]
    public void Pixels_that_do_not_fit_their_size_are_refused()
    {
        Assert.Throws<ArgumentOutOfRangeException>(() => new BytePixels(new byte[10], 2, 2));
        Assert.Throws<ArgumentOutOfRangeException>(() => new FloatPixels([], 0, 5));
    }

    [Property]
    public bool Regions_meet_in_what_lies_in_both(sbyte x, sbyte y, byte width, byte height)
    {
        var one = new Region(x, y, width, height);
        var other = new Region(10, 5, 60, 40);
        var both = one.Intersect(other);
        if (both.IsEmpty) return true;
        return both.X >= one.X && both.X >= other.X && both.Right <= one.Right && both.Right <= other.Right
            && both.Y >= one.Y && both.Y >= other.Y && both.Bottom <= one.Bottom && both.Bottom <= other.Bottom
            && both == other.Intersect(one);
    }
}
