namespace Yarnwheel.Core.Masks;

/// <summary>For each pixel the smallest tolerance at which it joins the patch round a seed.</summary>
/// <remarks>The minimax path cost: over all 4-connected paths from the seed, the least possible value of the largest difference met,
/// a difference being the largest of the three channels' distances from the seed's colour. One pass with a bucket queue: each pixel is
/// entered once, from the neighbour that is reached at the lowest tolerance. <c>map ≤ t</c> equals a fixed-range flood fill at t.</remarks>
public static class ReachMap
{
    private const int Unseen = -2;
    private const int End = -1;

    /// <summary>The map of what hangs together with the seed.</summary>
    /// <param name="rgb">Interleaved 8-bit sRGB.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="seedX">Column of the seed.</param>
    /// <param name="seedY">Row of the seed.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>0 … 255 for each pixel.</returns>
    public static byte[] Of(byte[] rgb, int width, int height, int seedX, int seedY, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(rgb);
        var map = Everywhere(rgb, width, height, seedX, seedY);
        // Chains of pixels waiting at each tolerance, through one array of links.
        var next = new int[map.Length];
        Array.Fill(next, Unseen);
        Span<int> heads = stackalloc int[256];
        heads.Fill(End);
        var seed = seedY * width + seedX;
        heads[0] = seed;
        next[seed] = End;
        for (var level = 0; level < 256; level++)
        {
            cancel.ThrowIfCancellationRequested();
            ref var head = ref heads[level];
            while (head != End)
            {
                var at = head;
                head = next[at];
                var x = at % width;
                if (x > 0) Enter(at - 1, level, map, next, heads);
                if (x + 1 < width) Enter(at + 1, level, map, next, heads);
                if (at >= width) Enter(at - width, level, map, next, heads);
                if (at + width < map.Length) Enter(at + width, level, map, next, heads);
            }
        }
        return map;
    }

    /// <summary>The differences themselves: the map of what is alike anywhere.</summary>
    /// <inheritdoc cref="Of"/>
    public static byte[] Everywhere(byte[] rgb, int width, int height, int seedX, int seedY)
    {
        ArgumentNullException.ThrowIfNull(rgb);
        var map = new byte[width * height];
        var seed = 3 * (seedY * width + seedX);
        int red = rgb[seed], green = rgb[seed + 1], blue = rgb[seed + 2];
        Imaging.Rows.Each(height, y =>
        {
            var row = rgb.AsSpan(3 * y * width, 3 * width);
            var into = map.AsSpan(y * width, width);
            for (var x = 0; x < into.Length; x++)
                into[x] = (byte)Math.Max(Math.Abs(row[3 * x] - red), Math.Max(Math.Abs(row[3 * x + 1] - green), Math.Abs(row[3 * x + 2] - blue)));
        });
        return map;
    }

    private static void Enter(int at, int level, byte[] map, int[] next, Span<int> heads)
    {
        ref var link = ref next[at];
        if (link != Unseen) return;
        var cost = Math.Max(level, map[at]);
        map[at] = (byte)cost;
        link = heads[cost];
        heads[cost] = at;
    }
}
