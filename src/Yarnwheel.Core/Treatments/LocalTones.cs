using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Treatments;

/// <summary>Local contrast, fine detail and haze: what depends on a pixel's surroundings.</summary>
/// <remarks>Detail is the difference of lightness from an edge-preserving base (<see cref="GuidedBase"/>), so that strong edges get no halos
/// (base and detail layers as in Farbman, Fattal, Lischinski, Szeliski 2008; He, Sun, Tang 2013). It is measured on the photo as it came and added
/// to the lightness of whatever is treated, which is held softly within black and white. Haze is taken off, or laid on, as in <see cref="HazeMap"/>.</remarks>
internal sealed class LocalTones
{
    private readonly DetailMaps maps;
    private readonly float coarse;
    private readonly float fine;
    private readonly float haze;

    private LocalTones(Tones tones, DetailMaps maps)
    {
        this.maps = maps;
        coarse = Amount(tones.LocalContrast, 1.6, 0.85);
        fine = Amount(tones.FineDetail, 2.2, 0.9);
        haze = (float)(tones.Haze / 100);
    }

    /// <summary>Rows of scratch it needs.</summary>
    public const int Scratch = 3;

    /// <summary>Whether any of its three fields asks for something.</summary>
    public static bool IsAsked(Tones tones)
    {
        ArgumentNullException.ThrowIfNull(tones);
        return tones is not { LocalContrast: 0, FineDetail: 0, Haze: 0 };
    }

    /// <summary>What the tones ask for, or null for nothing.</summary>
    public static LocalTones? Of(Tones tones, Func<DetailMaps> maps) => IsAsked(tones) ? new LocalTones(tones, maps()) : null;

    /// <summary>Changes a row.</summary>
    /// <param name="light">What is treated; changed in place.</param>
    /// <param name="original">Lightness of the photo as it came, there.</param>
    /// <param name="place">Where.</param>
    /// <param name="hazeIsGrey">Whether the haze counts as neutral: over greys.</param>
    /// <param name="scratch">Two rows to work in.</param>
    public void Row(LightRow light, ReadOnlySpan<float> original, RowPlace place, bool hazeIsGrey, Span<float> scratch)
    {
        var width = light.Red.Length;
        var detail = scratch[..width];
        var level = scratch.Slice(width, width);
        if (haze != 0)
        {
            original.CopyTo(level);
            maps.Haze.Row(level, place);
            TakeHaze(light, level, hazeIsGrey);
        }
        if (coarse == 0 && fine == 0) return;
        detail.Clear();
        Measure(maps.Coarse, coarse, original, place, level, detail);
        Measure(maps.Fine, fine, original, place, level, detail);
        for (var i = 0; i < width; i++)
        {
            var l = CubeRoot.Of(MathF.Max(0, Luminance.Of(light.Red[i], light.Green[i], light.Blue[i])));
            // Black stays black, and what is brighter than white keeps its light.
            if (l <= 1e-4f || l >= 1) continue;
            var ratio = GreyConversion.Lift(l, detail[i]) / l;
            ratio *= ratio * ratio;
            light.Red[i] *= ratio;
            light.Green[i] *= ratio;
            light.Blue[i] *= ratio;
        }
    }

    private static void Measure(GuidedBase from, float amount, ReadOnlySpan<float> original, RowPlace place, Span<float> level, Span<float> detail)
    {
        if (amount == 0) return;
        original.CopyTo(level);
        from.Row(level, place);
        for (var i = 0; i < detail.Length; i++) detail[i] += amount * (original[i] - level[i]);
    }

    private void TakeHaze(LightRow light, ReadOnlySpan<float> clear, bool isGrey)
    {
        var grey = Luminance.Of(maps.Haze.Red, maps.Haze.Green, maps.Haze.Blue);
        var (red, green, blue) = isGrey ? (grey, grey, grey) : (maps.Haze.Red, maps.Haze.Green, maps.Haze.Blue);
        for (var i = 0; i < clear.Length; i++)
        {
            // More haze than the photo has: a quarter everywhere, the rest where there is some already.
            var share = haze > 0 ? 1 / MathF.Max(0.1f, 1 - haze * (1 - clear[i])) : 1 + haze * (1 - 0.75f * clear[i]);
            light.Red[i] = MathF.Max(MathF.Min(0, light.Red[i]), red + (light.Red[i] - red) * share);
            light.Green[i] = MathF.Max(MathF.Min(0, light.Green[i]), green + (light.Green[i] - green) * share);
            light.Blue[i] = MathF.Max(MathF.Min(0, light.Blue[i]), blue + (light.Blue[i] - blue) * share);
        }
    }

    private static float Amount(double percent, double most, double least) => (float)(percent / 100 * (percent > 0 ? most : least));
}
