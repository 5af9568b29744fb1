using System.Numerics;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>How much each colour speaks for inside or outside.</summary>
internal static class ColourLean
{
    /// <summary>No colour alone decides: natural logarithm of the odds.</summary>
    public const float Most = 6;

    private const int InsideGaussians = 6;
    private const int OutsideGaussians = 8;

    /// <summary>Fits both sides and weighs every colour.</summary>
    /// <param name="colours">Of the cells, OKLab.</param>
    /// <param name="inside">How much of each cell is inside.</param>
    /// <param name="outside">How much of each cell is outside.</param>
    /// <returns>Of each cell: above 0 for inside, −<see cref="Most"/> … <see cref="Most"/>.</returns>
    public static float[] Of(Vector3[] colours, float[] inside, float[] outside)
    {
        GaussianMixture? within = null, without = null;
        Parallel.Invoke(
            () => within = GaussianMixture.Fit(colours, inside, InsideGaussians),
            () => without = GaussianMixture.Fit(colours, outside, OutsideGaussians));
        var lean = new float[colours.Length];
        const int block = 512;
        Parallel.For(0, (lean.Length + block - 1) / block, b =>
        {
            for (var i = b * block; i < Math.Min(lean.Length, (b + 1) * block); i++)
                lean[i] = Math.Clamp(within!.LogDensity(colours[i]) - without!.LogDensity(colours[i]), -Most, Most);
        });
        return lean;
    }
}
