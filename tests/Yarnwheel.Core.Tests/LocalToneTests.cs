using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

/// <summary>Local contrast, fine detail, haze, and sharpening.</summary>
public class LocalToneTests
{
    private const int Width = 600;
    private const int Height = 200;

    /// <summary>A hard step of tone in the middle, each side with a fine ripple.</summary>
    private static byte[] Step()
    {
        var rgb = new byte[3 * Width * Height];
        for (var i = 0; i < Width * Height; i++)
        {
            var x = i % Width;
            rgb.AsSpan(3 * i, 3).Fill((byte)((x < 300 ? 70 : 180) + 6 * Math.Sin(x * 0.6)));
        }
        return rgb;
    }

    private static byte[] Render(byte[] rgb, Recipe recipe) =>
        new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height)).Frames.Draw(recipe with { Ground = new Ground { Colour = 100 } }, new View(new Region(0, 0, Width, Height), 1), Show.Result);

    private static double Ripple(byte[] rgb, int from, int to)
    {
        var values = Enumerable.Range(from, to - from).Select(x => (double)rgb[3 * (100 * Width + x)]).ToArray();
        return values.Max() - values.Min();
    }

    [Fact]
    public void Local_contrast_strengthens_texture_and_leaves_a_hard_step_without_halos()
    {
        var rgb = Step();
        var more = Render(rgb, new Recipe { Light = new Light { LocalContrast = 100 } });
        var less = Render(rgb, new Recipe { Light = new Light { LocalContrast = -100 } });
        Assert.True(Ripple(more, 100, 200) > 1.8 * Ripple(rgb, 100, 200));
        Assert.True(Ripple(less, 100, 200) < 0.5 * Ripple(rgb, 100, 200));
        // Beside the step the mean stays within a few levels of that far from it.
        double Mean(int from, int to) => Enumerable.Range(from, to - from).Average(x => (double)more[3 * (100 * Width + x)]);
        Assert.Equal(Mean(100, 205), Mean(272, 293), 6.0);
        Assert.Equal(Mean(400, 505), Mean(307, 328), 6.0);
    }

    [Fact]
    public void Fine_detail_strengthens_and_smooths_what_is_fine()
    {
        var rgb = Step();
        Assert.True(Ripple(Render(rgb, new Recipe { Light = new Light { FineDetail = 100 } }), 100, 200) > 1.5 * Ripple(rgb, 100, 200));
        Assert.True(Ripple(Render(rgb, new Recipe { Light = new Light { FineDetail = -100 } }), 100, 200) < Ripple(rgb, 100, 200));
    }

    [Fact]
    public void Haze_laid_over_a_picture_is_taken_off_again()
    {
        // The haze model of He et al. 2011: I = J t + A (1 − t), t falling from left to right.
        var clear = new byte[3 * Width * Height];
        var hazy = new byte[clear.Length];
        var random = new Random(5);
        var cells = Enumerable.Range(0, 60 * 20 * 3).Select(_ => random.NextDouble() < 0.4 ? 0.02 : 0.6 * random.NextDouble()).ToArray();
        for (var i = 0; i < Width * Height; i++)
        {
            int x = i % Width, y = i / Width;
            var t = 1 - 0.75 * x / Width;
            for (var c = 0; c < 3; c++)
            {
                var light = cells[3 * (y / 10 * 60 + x / 10) + c];
                clear[3 * i + c] = SrgbByte.Encode((float)light);
                hazy[3 * i + c] = SrgbByte.Encode((float)(light * t + 0.8 * (1 - t)));
            }
        }
        var cleared = Render(hazy, new Recipe { Light = new Light { Haze = 100 } });
        double Off(byte[] rgb) => rgb.Zip(clear, (a, b) => Math.Abs(a - b)).Average();
        Assert.True(Off(cleared) < 0.55 * Off(hazy), $"{Off(cleared):F1} after, {Off(hazy):F1} before");
        Assert.True(Off(Render(clear, new Recipe { Light = new Light { Haze = -60 } })) > 10);
    }

    [Fact]
    public void Sharpening_steepens_an_edge_and_calm_spares_grain()
    {
        var random = new Random(2);
        var rgb = new byte[3 * Width * Height];
        for (var i = 0; i < Width * Height; i++)
        {
            var t = Math.Clamp((i % Width - 296) / 8.0, 0, 1);
            rgb.AsSpan(3 * i, 3).Fill((byte)(80 + 100 * t * t * (3 - 2 * t) + random.Next(-2, 3)));
        }
        byte[] Sharp(double calm, double edgesOnly) => Render(rgb, new Recipe { Finish = new Finish { Sharpen = new Sharpening { Amount = 100, Radius = 2, Calm = calm, EdgesOnly = edgesOnly } } });
        double Slope(byte[] picture) => picture[3 * (100 * Width + 303)] - picture[3 * (100 * Width + 297)];
        double Grain(byte[] picture) => Enumerable.Range(50, 200).Select(x => (double)picture[3 * (100 * Width + x)]).ToArray() is var v ? Math.Sqrt(v.Average(g => (g - v.Average()) * (g - v.Average()))) : 0;
        Assert.True(Slope(Sharp(0, 0)) > 1.05 * Slope(rgb));
        Assert.True(Grain(Sharp(0, 0)) > 1.8 * Grain(rgb));
        Assert.True(Grain(Sharp(100, 0)) < 1.3 * Grain(rgb));
        Assert.True(Grain(Sharp(0, 100)) < 1.2 * Grain(rgb));
    }

    [Theory]
    [InlineData(100)]
    [InlineData(-100)]
    public void Extremes_stay_usable(double amount)
    {
        var rgb = Pictures.Smooth(Width, Height);
        foreach (var light in (Light[])[new Light { LocalContrast = amount }, new Light { FineDetail = amount }, new Light { Haze = amount }])
        {
            var picture = Render(rgb, new Recipe { Light = light });
            var spread = Enumerable.Range(0, picture.Length / 3).Select(i => picture[3 * i + 1]).Distinct().Count();
            Assert.True(spread > 60, $"{light}: {spread} tones");
        }
    }
}
