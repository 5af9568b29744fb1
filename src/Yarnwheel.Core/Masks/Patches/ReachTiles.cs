using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Patches;

/// <summary>Finds a reach map tile by tile: each is solved within itself, then those beside it that it lets in more cheaply, the cheapest first.</summary>
/// <remarks>The values only fall, and what they fall to is the same in any order, on any number of threads.</remarks>
internal sealed class ReachTiles
{
    private readonly byte[] differences;
    private readonly byte[] map;
    private readonly int width;
    private readonly int height;
    private readonly int across;
    private readonly CancellationToken cancel;

    // Under the lock of the piles: tiles that wait, by the lowest value that changes in them.
    private readonly Stack<int>[] piles = [.. Enumerable.Range(0, Nothing).Select(_ => new Stack<int>())];
    private readonly int[] waiting;
    private readonly bool[] isBusy;
    private int lowest = Nothing;
    private int busy;
    private bool hasFailed;

    private const int Nothing = 256;

    private ReachTiles(byte[] differences, int width, int height, CancellationToken cancel)
    {
        (this.differences, this.width, this.height, this.cancel) = (differences, width, height, cancel);
        map = new byte[differences.Length];
        map.AsSpan().Fill(byte.MaxValue);
        across = (width + ReachTile.Side - 1) / ReachTile.Side;
        var down = (height + ReachTile.Side - 1) / ReachTile.Side;
        waiting = new int[across * down];
        waiting.AsSpan().Fill(Nothing);
        isBusy = new bool[waiting.Length];
    }

    /// <param name="differences">Of each pixel from what is sought, 0 … 255.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="seeds">Columns and rows of the seeds.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>Of each pixel the least largest difference on a way from a seed.</returns>
    public static byte[] Solve(byte[] differences, int width, int height, IEnumerable<(int X, int Y)> seeds, CancellationToken cancel)
    {
        var tiles = new ReachTiles(differences, width, height, cancel);
        foreach (var (x, y) in seeds)
        {
            var seed = y * width + x;
            tiles.map[seed] = differences[seed];
            tiles.Let(x / ReachTile.Side, y / ReachTile.Side, differences[seed]);
        }
        Rows.Apart(tiles.Work, cancel);
        return tiles.map;
    }

    private void Work()
    {
        var local = new ReachTile(differences, map, width, height);
        try
        {
            for (var tile = Next(); tile >= 0; tile = Next())
            {
                cancel.ThrowIfCancellationRequested();
                int column = tile % across, row = tile / across;
                local.Load(column * ReachTile.Side, row * ReachTile.Side);
                local.Solve();
                local.Save();
                Done(tile, column, row, local.Lets());
            }
        }
        catch
        {
            lock (piles)
            {
                hasFailed = true;
                Monitor.PulseAll(piles);
            }
            throw;
        }
    }

    /// <summary>The tile to do next; waits while others may yet find one; −1 at the end.</summary>
    private int Next()
    {
        lock (piles)
        {
            while (!hasFailed)
            {
                while (lowest < Nothing)
                {
                    if (!piles[lowest].TryPop(out var tile)) lowest++;
                    else if (waiting[tile] == lowest && !isBusy[tile])
                    {
                        waiting[tile] = Nothing;
                        isBusy[tile] = true;
                        busy++;
                        return tile;
                    }
                }
                if (busy == 0) break;
                Monitor.Wait(piles);
            }
            Monitor.PulseAll(piles);
            return -1;
        }
    }

    private void Done(int tile, int column, int row, (int Above, int Below, int Left, int Right) lets)
    {
        lock (piles)
        {
            isBusy[tile] = false;
            busy--;
            // Let in while it was being done: it comes again.
            var again = waiting[tile];
            waiting[tile] = Nothing;
            Let(column, row, again);
            Let(column, row - 1, lets.Above);
            Let(column, row + 1, lets.Below);
            Let(column - 1, row, lets.Left);
            Let(column + 1, row, lets.Right);
            Monitor.PulseAll(piles);
        }
    }

    /// <summary>A tile in which something falls to a value; <see cref="Nothing"/> for none.</summary>
    private void Let(int column, int row, int value)
    {
        if (value >= Nothing) return;
        var tile = row * across + column;
        if (waiting[tile] <= value) return;
        waiting[tile] = value;
        if (isBusy[tile]) return;
        piles[value].Push(tile);
        lowest = Math.Min(lowest, value);
    }
}
