using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Corrections;

/// <summary>With what each superpixel merges first: a correcting stroke, what tells otherwise, or what was on the stroke's side already.</summary>
internal static class MergingFigures
{
    /// <summary>A region of which so much is told to be on the other side has merged with it.</summary>
    private const float Against = 0.02f;

    /// <summary>A region of which so much was on the stroke's side has merged with it.</summary>
    private const float With = 0.3f;

    /// <summary>Merges that cost more than this are as good as any.</summary>
    private const float Dearest = 0.2f;

    /// <summary>Sizes of regions that are looked at, as shares of the box.</summary>
    private static readonly float[] Sizes = [0.01f, 0.04f, 0.15f];

    public static void Add(FigureTable table, Correction correction, RegionTree tree)
    {
        var (picture, area, count) = (correction.Picture, correction.Area, correction.IsWith.Length);
        var touched = correction.Touched.ToHashSet();
        float[] stroke = tree.Summed(touched.Contains), against = tree.Summed(correction.IsAgainst), with = tree.Summed(k => correction.IsWith[k]);
        float[] sooner = new float[count], soonerWith = new float[count], cost = new float[count], size = new float[count], share = new float[count], told = new float[count];
        float[][] shares = [.. Sizes.Select(_ => new float[count])], strokes = [.. Sizes.Select(_ => new float[count])];
        var last = tree.Costs[^1];
        for (var k = 0; k < count; k++)
        {
            float? withStroke = null, withOther = null, withSame = null;
            var next = 0;
            for (var n = k; n >= 0; n = tree.Parents[n])
            {
                float all = tree.Sizes[n];
                if (stroke[n] > 0 && withStroke is null)
                {
                    withStroke = tree.Costs[n];
                    (size[k], share[k], told[k]) = (MathF.Sqrt(all / area), with[n] / all, against[n] / all);
                }
                if (against[n] > Against * all) withOther ??= tree.Costs[n];
                if (with[n] > With * all) withSame ??= tree.Costs[n];
                for (; next < Sizes.Length && all >= Sizes[next] * area; next++) (shares[next][k], strokes[next][k]) = (with[n] / all, MathF.Min(1, 10 * stroke[n] / all));
            }
            sooner[k] = TreeFigures.Sooner(withStroke ?? last, withOther ?? last);
            soonerWith[k] = TreeFigures.Sooner(withSame ?? last, withOther ?? last);
            cost[k] = MathF.Min(1, (withStroke ?? last) / Dearest);
        }
        foreach (var column in (float[][])[sooner, soonerWith, cost, size, share, told, .. shares, .. strokes]) table.Add(column);
    }
}
