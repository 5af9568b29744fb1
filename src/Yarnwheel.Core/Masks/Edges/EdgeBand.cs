using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>The pixels along a mask's contour of which it is open how far they belong to it.</summary>
internal sealed class EdgeBand
{
    public const byte Outside = 0;
    public const byte Inside = 1;
    public const byte Open = 2;

    private EdgeBand(int[] pixels, int[] positions, byte[] sides)
    {
        Pixels = pixels;
        Positions = positions;
        Sides = sides;
    }

    /// <summary>Indices of the open pixels.</summary>
    public int[] Pixels { get; }

    /// <summary>Of each pixel of the plane: its place in <see cref="Pixels"/>, or −1 where it is not open.</summary>
    public int[] Positions { get; }

    /// <summary>Of each pixel of the plane: <see cref="Outside"/>, <see cref="Inside"/> or <see cref="Open"/>.</summary>
    public byte[] Sides { get; }

    /// <param name="plane">The mask, 0 … 1.</param>
    /// <param name="radius">How far on either side of the contour pixels are open; 0 for those only that the mask leaves half-way.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static EdgeBand Of(Plane<float> plane, double radius, CancellationToken cancel)
    {
        var (mask, width, height) = (plane.Values, plane.Width, plane.Height);
        var sides = new byte[plane.Count];
        Spans.Each(plane.Count, (from, to) =>
        {
            for (var i = from; i < to; i++) sides[i] = mask[i] >= 0.5f ? Inside : Outside;
        });
        var contour = radius > 0 ? ContourRows(sides, width, height) : [];
        var positions = new int[plane.Count];
        var counts = new int[height];
        Rows.Each(height, width + 1, (y, near) =>
        {
            var isNear = Stamp(contour, y, radius, near.AsSpan(0, width + 1));
            int count = 0, i = y * width;
            var covered = 0f;
            for (var x = 0; x < width; x++, i++)
            {
                if (isNear) covered += near[x];
                positions[i] = covered > 0 || mask[i] is > 0.004f and < 0.996f ? count++ : -1;
            }
            counts[y] = count;
        }, cancel);
        var starts = new int[height + 1];
        for (var y = 0; y < height; y++) starts[y + 1] = starts[y] + counts[y];
        var pixels = new int[starts[height]];
        Rows.Each(height, y =>
        {
            if (counts[y] == 0) return;
            for (var i = y * width; i < (y + 1) * width; i++)
            {
                if (positions[i] < 0) continue;
                positions[i] += starts[y];
                pixels[positions[i]] = i;
                sides[i] = Open;
            }
        }, cancel);
        return new EdgeBand(pixels, positions, sides);
    }

    /// <summary>The columns of the pixels on either side of the contour, row by row.</summary>
    private static int[][] ContourRows(byte[] inside, int width, int height)
    {
        var rows = new int[height][];
        Rows.Each(height, y =>
        {
            var columns = new List<int>();
            var i = y * width;
            for (var x = 0; x < width; x++, i++)
            {
                var own = inside[i];
                if ((x + 1 < width && own != inside[i + 1]) || (x > 0 && own != inside[i - 1]) || (y + 1 < height && own != inside[i + width]) || (y > 0 && own != inside[i - width])) columns.Add(x);
            }
            rows[y] = [.. columns];
        });
        return rows;
    }

    /// <summary>Marks the ends of the runs of a row that lie within a radius of the contour: summed up from the left they tell how many contour pixels are near.</summary>
    /// <returns>Whether there are any.</returns>
    private static bool Stamp(int[][] contour, int y, double radius, Span<float> ends)
    {
        ends.Clear();
        var any = false;
        var reach = (int)radius;
        for (var row = Math.Max(0, y - reach); row <= Math.Min(contour.Length - 1, y + reach); row++)
        {
            var half = (int)Math.Sqrt(radius * radius - (row - y) * (row - y));
            foreach (var x in contour[row])
            {
                any = true;
                ends[Math.Max(0, x - half)]++;
                ends[Math.Min(ends.Length - 1, x + half + 1)]--;
            }
        }
        return any;
    }
}
