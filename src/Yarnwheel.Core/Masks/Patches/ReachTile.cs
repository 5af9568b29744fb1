using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;

namespace Yarnwheel.Core.Masks.Patches;

/// <summary>A square of a reach map, a row in a register, and the rows and columns beside it; the same turned about its diagonal, so that rows and columns are done alike.</summary>
/// <param name="differences">Of the whole picture's pixels.</param>
/// <param name="map">What is found, of the whole picture.</param>
/// <param name="width">Of the picture, pixels.</param>
/// <param name="height">Of the picture, pixels.</param>
internal sealed class ReachTile(byte[] differences, byte[] map, int width, int height)
{
    /// <summary>Pixels along a side.</summary>
    public const int Side = 64;

    private const int Nothing = 256;
    private readonly Vector512<byte>[] own = new Vector512<byte>[Side];
    private readonly Vector512<byte>[] ownTurned = new Vector512<byte>[Side];

    // With a row before and behind: what lies beside the tile.
    private readonly Vector512<byte>[] found = new Vector512<byte>[Side + 2];
    private readonly Vector512<byte>[] foundTurned = new Vector512<byte>[Side + 2];
    private int left;
    private int top;
    private int across;
    private int down;

    private bool HasLeft => left > 0;

    private bool HasRight => left + across < width;

    private bool HasAbove => top > 0;

    private bool HasBelow => top + down < height;

    /// <summary>Takes a tile and its surroundings from the picture.</summary>
    /// <param name="x">Its first column.</param>
    /// <param name="y">Its first row.</param>
    public void Load(int x, int y)
    {
        (left, top, across, down) = (x, y, Math.Min(Side, width - x), Math.Min(Side, height - y));
        // What is not there lets nothing through.
        Fill(found);
        Fill(foundTurned);
        if (across < Side || down < Side) Fill(own);
        Span<byte> differ = Bytes(own), rows = Bytes(found), columns = Bytes(foundTurned);
        for (var r = 0; r < down; r++)
        {
            var at = (top + r) * width + left;
            differences.AsSpan(at, across).CopyTo(differ[(r * Side)..]);
            map.AsSpan(at, across).CopyTo(rows[((r + 1) * Side)..]);
            if (HasLeft) columns[r] = map[at - 1];
            if (HasRight) columns[(across + 1) * Side + r] = map[at + across];
        }
        if (HasAbove) map.AsSpan((top - 1) * width + left, across).CopyTo(rows);
        if (HasBelow) map.AsSpan((top + down) * width + left, across).CopyTo(rows[((down + 1) * Side)..]);
        TurnedBytes.Turn(differ, Bytes(ownTurned));
    }

    /// <summary>Lets values fall down and up the columns and along the rows until none does.</summary>
    public void Solve()
    {
        for (var isFirst = true; ; isFirst = false)
        {
            if (!Fall(found, own, down) && !isFirst) return;
            TurnedBytes.Turn(Bytes(found)[Side..^Side], Bytes(foundTurned)[Side..^Side]);
            if (!Fall(foundTurned, ownTurned, across)) return;
            TurnedBytes.Turn(Bytes(foundTurned)[Side..^Side], Bytes(found)[Side..^Side]);
        }
    }

    /// <summary>Gives what was found back to the picture.</summary>
    public void Save()
    {
        var rows = Bytes(found);
        for (var r = 0; r < down; r++) rows.Slice((r + 1) * Side, across).CopyTo(map.AsSpan((top + r) * width + left, across));
    }

    /// <summary>The lowest values that tiles beside it fall to by what was found; 256 where nothing does.</summary>
    public (int Above, int Below, int Left, int Right) Lets()
    {
        Span<byte> rows = Bytes(found), columns = Bytes(foundTurned);
        var first = top * width + left;
        return (HasAbove ? Lets(rows.Slice(Side, across), first - width, 1) : Nothing,
            HasBelow ? Lets(rows.Slice(down * Side, across), first + down * width, 1) : Nothing,
            HasLeft ? Lets(columns.Slice(Side, down), first - 1, width) : Nothing,
            HasRight ? Lets(columns.Slice(across * Side, down), first + across, width) : Nothing);
    }

    private int Lets(ReadOnlySpan<byte> border, int at, int step)
    {
        var least = Nothing;
        foreach (var value in border)
        {
            var beyond = Math.Max(value, differences[at]);
            if (beyond < map[at]) least = Math.Min(least, beyond);
            at += step;
        }
        return least;
    }

    /// <summary>Down all rows and up again: each becomes what the one before lets it fall to. Says whether any did.</summary>
    private static bool Fall(Span<Vector512<byte>> found, ReadOnlySpan<Vector512<byte>> own, int count)
    {
        var changed = Vector512<byte>.Zero;
        var before = found[0];
        for (var r = 0; r < count; r++)
        {
            var was = found[r + 1];
            before = Vector512.Min(was, Vector512.Max(before, own[r]));
            changed |= before ^ was;
            found[r + 1] = before;
        }
        before = found[count + 1];
        for (var r = count - 1; r >= 0; r--)
        {
            var was = found[r + 1];
            before = Vector512.Min(was, Vector512.Max(before, own[r]));
            changed |= before ^ was;
            found[r + 1] = before;
        }
        return changed != Vector512<byte>.Zero;
    }

    private static void Fill(Vector512<byte>[] rows) => rows.AsSpan().Fill(Vector512<byte>.AllBitsSet);

    private static Span<byte> Bytes(Vector512<byte>[] rows) => MemoryMarshal.AsBytes(rows.AsSpan());
}
