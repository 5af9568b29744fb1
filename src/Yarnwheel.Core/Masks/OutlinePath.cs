using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks;

/// <summary>Turns an outline's nodes and handles into a polygon.</summary>
/// <remarks>Each cubic Bézier piece is cut into as many straight ones as keep the error below a 250th of a pixel, one step of 8 bits of what it covers:
/// n = √(√3/18 · d / e), d the larger second difference of its control points (Wang, Manocha 1984).</remarks>
internal static class OutlinePath
{
    private const double Tolerance = 0.004;
    private const int MostPieces = 4000;

    /// <param name="nodes">The outline's.</param>
    /// <param name="width">Of the photo at the wanted scale, pixels; need not be whole.</param>
    /// <param name="height">Of the photo at the wanted scale, pixels.</param>
    public static List<(double X, double Y)> Flatten(IReadOnlyList<OutlineNode> nodes, double width, double height)
    {
        var path = new List<(double X, double Y)>();
        for (var i = 0; i < nodes.Count; i++)
        {
            var from = nodes[i];
            var to = nodes[(i + 1) % nodes.Count];
            var p0 = (X: from.X * width, Y: from.Y * height);
            var p3 = (X: to.X * width, Y: to.Y * height);
            path.Add(p0);
            if (from.Out is [0, 0] && to.In is [0, 0]) continue;
            var p1 = (X: p0.X + from.Out[0] * width, Y: p0.Y + from.Out[1] * height);
            var p2 = (X: p3.X + to.In[0] * width, Y: p3.Y + to.In[1] * height);
            var bend = Math.Max(Length(p0.X - 2 * p1.X + p2.X, p0.Y - 2 * p1.Y + p2.Y), Length(p1.X - 2 * p2.X + p3.X, p1.Y - 2 * p2.Y + p3.Y));
            var pieces = Math.Clamp((int)Math.Ceiling(Math.Sqrt(0.75 * bend / Tolerance)), 1, MostPieces);
            for (var k = 1; k < pieces; k++)
            {
                var t = k / (double)pieces;
                var u = 1 - t;
                double a = u * u * u, b = 3 * u * u * t, c = 3 * u * t * t, d = t * t * t;
                path.Add((a * p0.X + b * p1.X + c * p2.X + d * p3.X, a * p0.Y + b * p1.Y + c * p2.Y + d * p3.Y));
            }
        }
        return path;
    }

    private static double Length(double x, double y) => Math.Sqrt(x * x + y * y);
}
