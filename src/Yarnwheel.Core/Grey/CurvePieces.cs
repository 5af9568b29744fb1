using System.Runtime.CompilerServices;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Grey;

/// <summary>A periodic curve of cubic pieces between knots, evaluated from tables that fit into registers.</summary>
/// <remarks>The turn is cut into 32 bins with at most one knot each. A bin knows the piece at its beginning and where its knot lies.</remarks>
internal sealed class CurvePieces
{
    private const int Bins = 32;
    private readonly float[] firstPiece = new float[Bins];
    private readonly float[] knot = new float[Bins];
    private readonly float[] origin = new float[Bins];
    private readonly float[] constant = new float[Bins];
    private readonly float[] linear = new float[Bins];
    private readonly float[] square = new float[Bins];
    private readonly float[] cube = new float[Bins];

    private CurvePieces() { }

    /// <summary>The tables of a curve, or null where a bin would hold two knots.</summary>
    /// <param name="knots">In turns, 0 … 1, rising; at least two.</param>
    /// <param name="values">At the knots.</param>
    /// <param name="slopes">At the knots, a turn.</param>
    public static CurvePieces? Of(double[] knots, double[] values, double[] slopes)
    {
        var n = knots.Length;
        if (n is < 2 or > Bins - 1 || knots.GroupBy(k => Math.Min((int)((float)k * Bins), Bins - 1)).Any(g => g.Count() > 1)) return null;
        var pieces = new CurvePieces();
        // Piece 0 is the last one, seen from before the first knot; piece i + 1 begins at knot i.
        pieces.Put(0, knots[^1] - 1, knots[0], values[^1], values[0], slopes[^1], slopes[0]);
        for (var i = 0; i < n; i++)
        {
            var next = (i + 1) % n;
            pieces.Put(i + 1, knots[i], next == 0 ? knots[0] + 1 : knots[next], values[i], values[next], slopes[i], slopes[next]);
        }
        var passed = 0;
        for (var bin = 0; bin < Bins; bin++)
        {
            pieces.firstPiece[bin] = passed;
            pieces.knot[bin] = 2;
            if (passed < n && Math.Min((int)((float)knots[passed] * Bins), Bins - 1) == bin) pieces.knot[bin] = (float)knots[passed++];
        }
        return pieces;
    }

    /// <summary>The curve at turns 0 … 1.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public T At<T>(T turn) where T : struct, ILanes<T>
    {
        var bin = T.Min(T.Whole(turn * T.Of(Bins)), T.Of(Bins - 1));
        var piece = T.GatherShort(firstPiece, bin);
        piece = T.WhereAbove(T.GatherShort(knot, bin), turn, piece, piece + T.Of(1));
        var along = turn - T.GatherShort(origin, piece);
        return T.MulAdd(along, T.MulAdd(along, T.MulAdd(along, T.GatherShort(cube, piece), T.GatherShort(square, piece)), T.GatherShort(linear, piece)), T.GatherShort(constant, piece));
    }

    private void Put(int piece, double from, double to, double start, double end, double slopeStart, double slopeEnd)
    {
        var width = to - from;
        var rise = (end - start) / width;
        origin[piece] = (float)from;
        constant[piece] = (float)start;
        linear[piece] = (float)slopeStart;
        square[piece] = (float)((3 * rise - 2 * slopeStart - slopeEnd) / width);
        cube[piece] = (float)((slopeStart + slopeEnd - 2 * rise) / (width * width));
    }
}
