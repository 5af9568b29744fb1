namespace Yarnwheel.Core.Masks;

/// <summary>For each pixel the smallest tolerance at which it joins the patch round a seed.</summary>
/// <remarks>The minimax path cost: over all 4-connected paths from the seed, the least possible value of the largest difference met,
/// a difference being the largest of the three channels' distances from the seed's colour. One pass with a bucket queue: each pixel is
/// entered once, from the neighbour that is reached at the lowest tolerance. <c>map ≤ t</c> equals a fixed-range flood fill at t.</remarks>
public static class ReachMap
{
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
        var walk = new Walk(map, width);
        walk.Enter(seedY * width + seedX, 0);
        for (var level = 0; level < 256; level++)
        {
            cancel.ThrowIfCancellationRequested();
            walk.Empty(level);
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

    /// <summary>The pixels that wait, a pile for each tolerance: what was put on last is near, in the picture and in memory.</summary>
    private sealed class Walk(byte[] map, int width)
    {
        private readonly bool[] seen = new bool[map.Length];
        private readonly int[][] piles = new int[256][];
        private readonly int[] heights = new int[256];

        public void Enter(int at, int level)
        {
            seen[at] = true;
            var cost = Math.Max(level, map[at]);
            map[at] = (byte)cost;
            var pile = piles[cost] ??= new int[256];
            if (heights[cost] == pile.Length) Array.Resize(ref piles[cost], 2 * pile.Length);
            piles[cost][heights[cost]++] = at;
        }

        /// <summary>Takes every pixel off a pile; neighbours reached at the same tolerance along its row are taken at once.</summary>
        public void Empty(int level)
        {
            while (heights[level] > 0)
            {
                var at = piles[level][--heights[level]];
                var start = at - at % width;
                Around(at, level);
                Along(at, start + width, 1, level);
                Along(at, start - 1, -1, level);
            }
            piles[level] = [];
        }

        private void Along(int at, int end, int step, int level)
        {
            for (var next = at + step; next != end && !seen[next]; next += step)
            {
                if (map[next] > level)
                {
                    Enter(next, level);
                    return;
                }
                seen[next] = true;
                map[next] = (byte)level;
                Around(next, level);
            }
        }

        private void Around(int at, int level)
        {
            if (at >= width && !seen[at - width]) Enter(at - width, level);
            if (at + width < map.Length && !seen[at + width]) Enter(at + width, level);
        }
    }
}
