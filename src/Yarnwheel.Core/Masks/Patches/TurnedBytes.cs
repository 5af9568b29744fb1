using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;

namespace Yarnwheel.Core.Masks.Patches;

/// <summary>Turns a square of 64 × 64 bytes about its diagonal, sixteen by sixteen in registers.</summary>
internal static class TurnedBytes
{
    private const int Side = ReachTile.Side;
    private const int Block = 16;

    /// <param name="from">Row by row, 64 × 64.</param>
    /// <param name="into">Receives its columns as rows.</param>
    public static void Turn(ReadOnlySpan<byte> from, Span<byte> into)
    {
        for (var y = 0; y < Side; y += Block)
            for (var x = 0; x < Side; x += Block) TurnBlock(from[(y * Side + x)..], into[(x * Side + y)..]);
    }

    /// <summary>Four times the first half of the rows is woven into the second: then rows are columns.</summary>
    private static void TurnBlock(ReadOnlySpan<byte> from, Span<byte> into)
    {
        // By name, not in an array: so they stay in registers.
        Vector128<byte> a = Row(from, 0), b = Row(from, 1), c = Row(from, 2), d = Row(from, 3), e = Row(from, 4), f = Row(from, 5), g = Row(from, 6), h = Row(from, 7);
        Vector128<byte> i = Row(from, 8), j = Row(from, 9), k = Row(from, 10), l = Row(from, 11), m = Row(from, 12), n = Row(from, 13), o = Row(from, 14), p = Row(from, 15);
        for (var step = 0; step < 4; step++)
        {
            (a, b, c, d, e, f, g, h, i, j, k, l, m, n, o, p) = (Low(a, i), High(a, i), Low(b, j), High(b, j), Low(c, k), High(c, k), Low(d, l), High(d, l),
                Low(e, m), High(e, m), Low(f, n), High(f, n), Low(g, o), High(g, o), Low(h, p), High(h, p));
        }
        Save(a, 0, into);
        Save(b, 1, into);
        Save(c, 2, into);
        Save(d, 3, into);
        Save(e, 4, into);
        Save(f, 5, into);
        Save(g, 6, into);
        Save(h, 7, into);
        Save(i, 8, into);
        Save(j, 9, into);
        Save(k, 10, into);
        Save(l, 11, into);
        Save(m, 12, into);
        Save(n, 13, into);
        Save(o, 14, into);
        Save(p, 15, into);
    }

    private static Vector128<byte> Row(ReadOnlySpan<byte> from, int k) => Vector128.Create(from.Slice(k * Side, Block));

    private static void Save(Vector128<byte> row, int k, Span<byte> into) => row.CopyTo(into.Slice(k * Side, Block));

    /// <summary>The first halves of two rows, byte by byte in turns.</summary>
    private static Vector128<byte> Low(Vector128<byte> a, Vector128<byte> b) =>
        Sse2.IsSupported ? Sse2.UnpackLow(a, b) : (Vector128.WidenLower(a) | (Vector128.WidenLower(b) << 8)).AsByte();

    private static Vector128<byte> High(Vector128<byte> a, Vector128<byte> b) =>
        Sse2.IsSupported ? Sse2.UnpackHigh(a, b) : (Vector128.WidenUpper(a) | (Vector128.WidenUpper(b) << 8)).AsByte();
}
