using System.Numerics;

namespace Yarnwheel.Core.Masks.Segments;

/// <summary>The outline of a set of superpixels as closed ways along the edges of the half picture's pixels.</summary>
internal static class RegionOutline
{
    /// <param name="picture">Whose superpixels they are.</param>
    /// <param name="inside">Of each superpixel.</param>
    /// <returns>Closed ways; x and y of each corner in turn, 0 … 1 over width and height.</returns>
    public static IReadOnlyList<double[]> Of(CutPicture picture, bool[] inside)
    {
        int width = picture.Half.Width, height = picture.Half.Height, across = width + 1;
        var labels = picture.Superpixels.Labels;
        bool IsIn(int x, int y) => x >= 0 && y >= 0 && x < width && y < height && inside[labels[y * width + x]];
        // From each corner where the outline leaves to the right, down, left or up, with the region on its right hand.
        var exits = new Dictionary<int, byte>();
        void Leave(int x, int y, byte way)
        {
            exits.TryGetValue(y * across + x, out var known);
            exits[y * across + x] = (byte)(known | way);
        }
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                if (!IsIn(x, y)) continue;
                if (!IsIn(x, y - 1)) Leave(x, y, 1);
                if (!IsIn(x + 1, y)) Leave(x + 1, y, 2);
                if (!IsIn(x, y + 1)) Leave(x + 1, y + 1, 4);
                if (!IsIn(x - 1, y)) Leave(x, y + 1, 8);
            }
        }
        var ways = new List<double[]>();
        while (exits.Count > 0)
        {
            var start = exits.Keys.First();
            var corners = new List<double>();
            int at = start, before = -1;
            do
            {
                var open = exits[at];
                // Where two outlines touch at a corner, each keeps to its own pixel: the turn to the right comes first.
                var way = before < 0 ? BitOperations.TrailingZeroCount(open) : Enumerable.Range(0, 4).Select(t => (before + 1 - t + 4) % 4).First(w => (open & (1 << w)) != 0);
                if ((open & ~(1 << way)) == 0) exits.Remove(at);
                else exits[at] = (byte)(open & ~(1 << way));
                if (way != before)
                {
                    corners.Add(at % across / (double)width);
                    corners.Add(at / across / (double)height);
                }
                at += way switch { 0 => 1, 1 => across, 2 => -1, _ => -across };
                before = way;
            }
            while (at != start);
            ways.Add([.. corners]);
        }
        return ways;
    }
}
