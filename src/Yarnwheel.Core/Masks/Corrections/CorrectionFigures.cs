using System.Numerics;
using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Corrections;

/// <summary>What speaks for and against each superpixel going with a stroke that corrects an answer: how near it lies, what colours and places say, which piece of the answer it belongs to, with what it merges first.</summary>
/// <remarks>What has a sign is above 0 where it speaks for the stroke's side, whichever that is.</remarks>
internal static class CorrectionFigures
{
    /// <summary>Ways longer than so many times the usual one are as good as that.</summary>
    private const float Longest = 3;

    /// <summary>Weighed places count as far as this, natural logarithm of the odds.</summary>
    private const float OddsUnit = 4;

    /// <summary>Colours farther apart than this are as good as any, OKLab.</summary>
    private const float OtherColour = 0.2f;

    /// <param name="correction">The stroke and the answer before it.</param>
    /// <param name="pieces">Of the answer.</param>
    /// <param name="byColours">The answer corrected by what colours and nearness say.</param>
    /// <param name="places">Weighed by the whole gesture, the stroke among it.</param>
    /// <param name="tree">The picture's regions.</param>
    public static FigureTable Of(Correction correction, AnswerPieces pieces, SuperpixelCut byColours, WeighedPlaces places, RegionTree tree)
    {
        var (picture, ground) = (correction.Picture, correction.Ground);
        var table = new FigureTable(picture);
        AddWays(table, correction);
        AddDistances(table, correction);
        float side = correction.Stroke.Side;
        foreach (var cut in (SuperpixelCut[])[byColours, correction.Before]) table.AddWithMean([.. PlaceFigures.Said(picture, cut.LogOdds).Select(v => side * v)]);
        table.AddWithMean([.. byColours.IsInside.Select(i => i == correction.IsAdding ? 1f : -1)]);
        var near = table.Mean([.. correction.IsWith.Select(w => w ? 1f : -1)]);
        table.Add(near);
        table.Add(table.Mean(near));
        table.AddWithMean([.. places.LogOdds.Select(l => side * Math.Clamp(l / OddsUnit, -1.5f, 1.5f))]);
        table.Add(ground.Usual.Select(u => side * (2 * u - 1)));
        table.Add(ground.Nearby.Select(n => side * n));
        table.Add(pieces.Sizes.Select(s => MathF.Sqrt(s / correction.Area)));
        table.Add(pieces.AreTouched.Select(t => t ? 1f : 0));
        MergingFigures.Add(table, correction, tree);
        return table;
    }

    /// <summary>The cheapest ways from the stroke, all and those through what was on the other side, beside those from what tells otherwise.</summary>
    private static void AddWays(FigureTable table, Correction correction)
    {
        var (picture, marked, all) = (correction.Picture, correction.Ground.Marked, Enumerable.Range(0, correction.IsWith.Length));
        float[] From(IEnumerable<int> starts) => NearnessLogOdds.Ways(picture, starts);
        var ways = correction.Ways;
        float[] open = [.. correction.Open().Select(k => ways[k]).Where(float.IsFinite).Order()];
        var usual = open.Length == 0 ? 1 : MathF.Max(1e-3f, open[open.Length / 2]);
        float InUsual(float way) => MathF.Min(Longest, way / usual);
        table.Add(ways.Select(InUsual));
        table.Add(ways.Select(EarlierAnswer.NearDab));
        table.Add(ways.Select(EarlierAnswer.NearLong));
        var through = NearnessLogOdds.Ways(picture, correction.Touched, k => !correction.IsWith[k] || correction.IsAgainst(k));
        table.Add(through.Select(InUsual));
        table.Add(through.Select(EarlierAnswer.NearLong));
        table.Add(NearnessLogOdds.Of(ways, From(all.Where(correction.IsAgainst))));
        table.Add(NearnessLogOdds.Of(ways, From(all.Where(k => correction.IsAgainst(k) && !marked.IsBeyond[k]))));
        table.Add(From(all.Where(k => correction.IsWith[k])).Select(InUsual));
    }

    /// <summary>How far from the stroke each superpixel lies and how unlike its colours it is.</summary>
    private static void AddDistances(FigureTable table, Correction correction)
    {
        var (picture, touched) = (correction.Picture, correction.Touched);
        float diagonal = correction.Diagonal, extent = MathF.Max(2, correction.Stroke.Extent * diagonal);
        float[] apart = [.. picture.Centres.Select(c => touched.Length == 0 ? diagonal : touched.Min(k => Vector2.Distance(picture.Centres[k], c)))];
        table.Add(apart.Select(a => MathF.Min(Longest, a / extent)));
        table.Add(apart.Select(a => MathF.Min(1, 2 * a / diagonal)));
        table.Add(picture.Means.Select(c => touched.Length == 0 ? 1 : MathF.Min(1, touched.Min(k => Vector3.Distance(picture.Means[k], c)) / OtherColour)));
    }
}
