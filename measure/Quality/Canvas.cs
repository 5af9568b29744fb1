namespace Yarnwheel.Measure.Quality;

/// <summary>Shapes drawn at several places a pixel.</summary>
internal sealed class Canvas(int width, int height, int fine)
{
    private readonly bool[] inside = new bool[width * fine * height * fine];

    /// <summary>Pixels along the middle of what was drawn as strokes.</summary>
    public List<int> Middles { get; } = [];

    public void Disc(double x, double y, double radius) => Fill(x - radius, y - radius, x + radius, y + radius, (u, v) => (u - x) * (u - x) + (v - y) * (v - y) <= radius * radius);

    public void Ring(double x, double y, double outer, double inner) => Fill(x - outer, y - outer, x + outer, y + outer, (u, v) =>
    {
        var r2 = (u - x) * (u - x) + (v - y) * (v - y);
        return r2 <= outer * outer && r2 >= inner * inner;
    });

    /// <summary>A way of some width, tapering from its beginning to its end.</summary>
    public void Stroke(IReadOnlyList<(double X, double Y)> way, double widthFrom, double widthTo)
    {
        for (var k = 1; k < way.Count; k++)
        {
            var ((ax, ay), (bx, by)) = (way[k - 1], way[k]);
            double dx = bx - ax, dy = by - ay, length2 = Math.Max(1e-12, dx * dx + dy * dy);
            double from = Half(k - 1), to = Half(k), most = Math.Max(from, to);
            Fill(Math.Min(ax, bx) - most, Math.Min(ay, by) - most, Math.Max(ax, bx) + most, Math.Max(ay, by) + most, (u, v) =>
            {
                var t = Math.Clamp(((u - ax) * dx + (v - ay) * dy) / length2, 0, 1);
                double ex = u - ax - t * dx, ey = v - ay - t * dy, half = from + (to - from) * t;
                return ex * ex + ey * ey <= half * half;
            });
            for (var t = 0.0; t < 1; t += 1 / Math.Max(1, Math.Sqrt(length2)))
            {
                int x = (int)(ax + t * dx), y = (int)(ay + t * dy);
                if (x >= 0 && y >= 0 && x < width && y < height) Middles.Add(y * width + x);
            }
        }

        double Half(int k) => (widthFrom + (widthTo - widthFrom) * k / (way.Count - 1)) / 2;
    }

    /// <summary>Share of each pixel that is covered.</summary>
    public float[] Alpha()
    {
        var alpha = new float[width * height];
        for (var y = 0; y < height * fine; y++)
            for (var x = 0; x < width * fine; x++)
                if (inside[y * width * fine + x]) alpha[y / fine * width + x / fine] += 1f / (fine * fine);
        return alpha;
    }

    /// <summary>All places of a box that a shape covers.</summary>
    public void Fill(double left, double top, double right, double bottom, Func<double, double, bool> covers)
    {
        for (var y = Math.Max(0, (int)(top * fine)); y < Math.Min(height * fine, bottom * fine + 1); y++)
            for (var x = Math.Max(0, (int)(left * fine)); x < Math.Min(width * fine, right * fine + 1); x++)
                if (covers((x + 0.5) / fine, (y + 0.5) / fine)) inside[y * width * fine + x] = true;
    }
}
