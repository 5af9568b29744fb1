using System.Numerics;
using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Readings;

/// <summary>What speaks for and against each superpixel of a gesture's box: what every reading says of it, how usual its colours are around, how near the marks it lies and where in the box.</summary>
internal static class PlaceFigures
{
    /// <summary>Readings with colours of their own.</summary>
    private static readonly SubjectReading[] Own = [SubjectReading.Strokes, SubjectReading.Rare, SubjectReading.Box, SubjectReading.Fine];

    /// <summary>What colours say is divided by this, natural logarithm of the odds a pixel.</summary>
    private const float ColourUnit = 4;

    /// <summary>Ways longer than so many times the usual one in the box are as good as that.</summary>
    private const float Longest = 3;

    /// <param name="picture">That is cut.</param>
    /// <param name="ground">What the gesture says.</param>
    /// <param name="cuts">All readings by colours and contours, in their order.</param>
    /// <param name="tree">The picture's regions.</param>
    public static FigureTable Of(CutPicture picture, GestureGround ground, SuperpixelCut[] cuts, RegionTree tree)
    {
        var table = new FigureTable(picture);
        foreach (var reading in Own) table.AddWithMean(Said(picture, cuts[(int)reading].LogOdds));
        float[][] taken = [.. cuts.Select(c => c.IsInside.Select(i => i ? 1f : -1f).ToArray())];
        foreach (var column in taken) table.Add(column);
        var votes = table.Mean([.. Enumerable.Range(0, picture.Sizes.Length).Select(k => taken.Average(t => t[k]))]);
        table.Add(votes);
        table.Add(table.Mean(table.Mean(votes)));
        AddNearness(table, picture, ground);
        table.AddWithMean([.. ground.Usual.Select(u => 2 * u - 1)]);
        AddPlaces(table, picture, ground);
        TreeFigures.Add(table, picture, ground, tree);
        table.Add(Holds(picture));
        return table;
    }

    /// <summary>What colours say of each superpixel, a pixel.</summary>
    /// <param name="picture">That is cut.</param>
    /// <param name="logOdds">Of each cell.</param>
    public static float[] Said(CutPicture picture, float[] logOdds) =>
        [.. picture.Shares.Summed(logOdds).Select((sum, k) => Math.Clamp(sum / Math.Max(1, picture.Sizes[k]) / ColourUnit, -1.5f, 1.5f))];

    private static void AddNearness(FigureTable table, CutPicture picture, GestureGround ground)
    {
        var (marked, all) = (ground.Marked, Enumerable.Range(0, picture.Sizes.Length));
        table.Add(ground.Nearby);
        var toOutside = NearnessLogOdds.Ways(picture, all.Where(k => marked.Sides[k] == MarkedSuperpixels.Outside));
        float[] open = [.. all.Where(k => marked.Sides[k] != MarkedSuperpixels.Outside && float.IsFinite(toOutside[k])).Select(k => toOutside[k]).Order()];
        var usual = open.Length == 0 ? 1 : MathF.Max(1e-3f, open[open.Length / 2]);
        foreach (var ways in (float[][])[toOutside, ground.ToInside ?? new float[marked.Sides.Length]]) table.Add(ways.Select(way => MathF.Min(Longest, way / usual) - 1));
    }

    /// <summary>Where in the box each superpixel lies, and how far from the strokes, in the box's own measures.</summary>
    private static void AddPlaces(FigureTable table, CutPicture picture, GestureGround ground)
    {
        float left = ground.Box.X / 2f, right = ground.Box.Right / 2f, top = ground.Box.Y / 2f, bottom = ground.Box.Bottom / 2f;
        float across = MathF.Max(1, (right - left) / 2), down = MathF.Max(1, (bottom - top) / 2);
        table.Add(picture.Centres.Select(c => MathF.Min(MathF.Min(c.X - left, right - c.X), MathF.Min(c.Y - top, bottom - c.Y)) / MathF.Min(across, down)));
        table.Add(picture.Centres.Select(c => MathF.Abs(c.X - (left + right) / 2) / across));
        table.Add(picture.Centres.Select(c => MathF.Abs(c.Y - (top + bottom) / 2) / down));
        foreach (var side in (sbyte[])[MarkedSuperpixels.Inside, MarkedSuperpixels.Outside])
        {
            Vector2[] marks = [.. Enumerable.Range(0, picture.Sizes.Length).Where(k => ground.Marked.Seeds[k] == side && !ground.Marked.IsBeyond[k]).Select(k => picture.Centres[k])];
            table.Add(picture.Centres.Select(c => marks.Length == 0 ? 1 : MathF.Min(1, marks.Min(m => Vector2.Distance(m, c)) / (2 * float.Hypot(across, down)))));
        }
    }

    /// <summary>How alike each superpixel and its neighbours are, 0 … 1.</summary>
    private static float[] Holds(CutPicture picture)
    {
        float[] holds = new float[picture.Sizes.Length], lengths = new float[picture.Sizes.Length];
        foreach (var border in picture.Borders)
        {
            foreach (var k in (ReadOnlySpan<int>)[border.A, border.B])
            {
                holds[k] += border.Hold;
                lengths[k] += border.Length;
            }
        }
        return [.. holds.Zip(lengths, (hold, length) => hold / MathF.Max(1e-3f, length))];
    }
}
