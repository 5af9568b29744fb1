using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Matting;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Tests;

/// <summary>Things somewhat like what is kept, which a mask by colour has by half.</summary>
public class MattePlateauTests
{
    private const int Width = 300;
    private const int Height = 160;
    private static readonly Region All = new(0, 0, Width, Height);

    /// <summary>A skein of the dye that is kept from 30 to 90, another's from 170 to 230, a wall behind; the mask has the other one by less than half, with grain.</summary>
    private static (LightPlanes Light, float[] Rough) Skeins(Func<int, float> other)
    {
        var light = new LightPlanes(All);
        var rough = new float[Width * Height];
        var random = new Random(7);
        for (var i = 0; i < rough.Length; i++)
        {
            var x = i % Width;
            (float R, float G, float B) own = x is >= 30 and < 90 ? (0.03f, 0.25f, 0.25f) : x is >= 170 and < 230 ? (0.2f, 0.28f, 0.08f) : (0.22f, 0.2f, 0.19f);
            var grain = 1 + 0.15f * (random.NextSingle() - 0.5f);
            (light.Red[i], light.Green[i], light.Blue[i]) = (own.R * grain, own.G * grain, own.B * grain);
            rough[i] = x is >= 30 and < 90 ? 1 : x is >= 170 and < 230 ? Math.Clamp(other(x) + 0.2f * (random.NextSingle() - 0.5f), 0, 1) : 0;
        }
        return (light, rough);
    }

    [Theory]
    [InlineData(5)]
    [InlineData(20)]
    public void What_a_mask_has_by_half_stays_half_and_does_not_become_patches(double radius)
    {
        var (light, rough) = Skeins(_ => 0.45f);
        var alpha = MatteSolver.Solve(MattePicture.Of(light, 0), rough, radius, CancellationToken.None).Whole(rough).Values;
        for (var i = 0; i < alpha.Length; i++)
            if (i % Width is > 171 and < 228) Assert.True(Math.Abs(alpha[i] - rough[i]) < 0.1f, $"{rough[i]} -> {alpha[i]} at {i % Width}, {i / Width}");
        // What is kept keeps its edge.
        for (var y = 0; y < Height; y++) Assert.True(alpha[y * Width + 33] > 0.9f && alpha[y * Width + 27] < 0.1f);
    }

    [Fact]
    public void A_soft_brush_and_what_has_the_subjects_own_colours_are_no_such_thing()
    {
        // From all to nothing across the other skein.
        var (light, ramp) = Skeins(x => Math.Clamp((225 - x) / 50f, 0, 1));
        Assert.All(Free(light, ramp) ?? [1], f => Assert.Equal(1, f));
        var (_, half) = Skeins(_ => 0.45f);
        Assert.Contains(Free(light, half)!, f => f == 0);
        // The same mask, where both skeins are of one dye.
        for (var i = 0; i < half.Length; i++)
            if (i % Width is >= 170 and < 230) (light.Red[i], light.Green[i], light.Blue[i]) = (light.Red[i - 140], light.Green[i - 140], light.Blue[i - 140]);
        var own = Free(light, half) ?? [.. half.Select(_ => 1f)];
        for (var i = 0; i < own.Length; i++)
            if (i % Width is > 176 and < 224) Assert.Equal(1, own[i], 0.1f);
    }

    [Fact]
    public void A_narrow_thing_by_half_is_an_edge()
    {
        var (light, rough) = Skeins(x => x < 178 ? 0.45f : 0);
        Assert.Null(Free(light, rough));
    }

    private static float[]? Free(LightPlanes light, float[] rough) => MattePlateaus.Free(rough, ColourBins.Of(light), Width, Height, CancellationToken.None);
}
