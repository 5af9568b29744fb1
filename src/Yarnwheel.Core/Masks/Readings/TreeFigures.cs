using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Readings;

/// <summary>With what each superpixel merges first: marks, or what lies around the box.</summary>
internal static class TreeFigures
{
    /// <summary>A region of which so much is told to be outside has merged with it.</summary>
    private const float Merged = 0.1f;

    /// <summary>Sizes of regions that are looked at, as shares of the box.</summary>
    private static readonly float[] Sizes = [0.02f, 0.06f, 0.15f, 0.4f];

    public static void Add(FigureTable table, CutPicture picture, GestureGround ground, RegionTree tree)
    {
        var (count, marked) = (picture.Sizes.Length, ground.Marked);
        var area = Math.Max(1, ground.Box.Width * ground.Box.Height / 4f);
        float[] outside = tree.Summed(k => marked.Sides[k] == MarkedSuperpixels.Outside), inside = tree.Summed(k => marked.Seeds[k] == MarkedSuperpixels.Inside);
        float[] sooner = new float[count], largest = new float[count], holds = new float[count];
        (float[] Outside, float[] Inside)[] shares = [.. Sizes.Select(_ => (new float[count], new float[count]))];
        for (var k = 0; k < count; k++)
        {
            float? withInside = null, withOutside = null;
            var size = 0;
            for (var n = k; n >= 0; n = tree.Parents[n])
            {
                if (inside[n] > 0) withInside ??= tree.Costs[n];
                if (outside[n] > Merged * tree.Sizes[n]) withOutside ??= tree.Costs[n];
                if (withOutside is null) (largest[k], holds[k]) = (MathF.Min(1.5f, 2 * tree.Sizes[n] / area), inside[n] > 0 ? 1 : 0);
                for (; size < Sizes.Length && tree.Sizes[n] >= Sizes[size] * area; size++)
                {
                    shares[size].Outside[k] = outside[n] / tree.Sizes[n];
                    shares[size].Inside[k] = MathF.Min(1, 10 * inside[n] / tree.Sizes[n]);
                }
            }
            var last = tree.Costs[^1];
            sooner[k] = Sooner(withInside ?? last, withOutside ?? last);
        }
        table.Add(sooner);
        table.Add(largest);
        table.Add(holds);
        foreach (var share in shares)
        {
            table.Add(share.Outside);
            table.Add(share.Inside);
        }
    }

    /// <summary>−1 … 1: above 0 where one merge costs less than the other.</summary>
    public static float Sooner(float one, float other) => (other - one) / (other + one + 1e-6f);
}
