using System.Numerics;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Gestures;

/// <summary>How much each colour speaks for inside or outside.</summary>
internal static class ColourLogOdds
{
    /// <summary>No colour alone decides: natural logarithm of the odds.</summary>
    public const float Most = 6;

    private const int InsideGaussians = 6;
    public const int OutsideGaussians = 12;

    /// <summary>What is marked inside lies in shade and light elsewhere: so much of the model of the inside is its colours darker and brighter.</summary>
    private const float ShadedShare = 0.2f;

    // OKLab is the cube root of linear light: half its lightness is an eighth of the light, at the same hue and saturation.
    private static readonly float[] Shades = [0.5f, 0.6f, 0.7f, 0.8f, 0.9f, 1.08f];

    /// <summary>Fits both sides and weighs every colour.</summary>
    /// <param name="colours">Of the cells, OKLab.</param>
    /// <param name="inside">How much of each cell is inside.</param>
    /// <param name="outside">How much of each cell is outside; nothing at all only where <paramref name="unseen"/> is above 0.</param>
    /// <param name="marked">How much of each cell strokes mark inside.</param>
    /// <param name="around">The model of the outside, where it has been fitted already.</param>
    /// <param name="unseen">Density of colours of the outside of which none was seen.</param>
    /// <param name="least">Least standard deviation of a colour, OKLab.</param>
    /// <returns>Of each cell: above 0 for inside, −<see cref="Most"/> … <see cref="Most"/>.</returns>
    public static float[] Of(Vector3[] colours, float[] inside, float[] outside, float[] marked, GaussianMixture? around, float unseen, float least)
    {
        GaussianMixture? within = null, without = around;
        Rows.AtOnce(
            () => within = Inside(colours, inside, marked, least),
            () => without ??= outside.Any(w => w > 0) ? GaussianMixture.Fit(colours, outside, OutsideGaussians, least: least) : null);
        float[] logOdds = [], seen = [];
        Rows.AtOnce(() => logOdds = within!.LogDensities(colours), () => seen = without?.LogDensities(colours) ?? []);
        for (var i = 0; i < logOdds.Length; i++) logOdds[i] = Math.Clamp(logOdds[i] - (unseen <= 0 ? seen[i] : MathF.Log((seen.Length == 0 ? 0 : MathF.Exp(seen[i])) + unseen)), -Most, Most);
        return logOdds;
    }

    private static GaussianMixture Inside(Vector3[] colours, float[] inside, float[] marked, float least)
    {
        var sum = marked.Sum();
        if (sum <= 0) return GaussianMixture.Fit(colours, inside, InsideGaussians, least: least);
        var factor = ShadedShare * inside.Sum() / sum / Shades.Length;
        var (all, weights) = (new List<Vector3>(colours), new List<float>(inside));
        for (var c = 0; c < colours.Length; c++)
        {
            if (marked[c] <= 0) continue;
            foreach (var shade in Shades)
            {
                all.Add(colours[c] * shade);
                weights.Add(marked[c] * factor);
            }
        }
        return GaussianMixture.Fit(all.ToArray(), weights.ToArray(), InsideGaussians, least: least);
    }
}
