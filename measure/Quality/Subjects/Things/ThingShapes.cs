namespace Yarnwheel.Measure.Quality.Subjects.Things;

/// <summary>Shapes that things are made of.</summary>
internal static class ThingShapes
{
    public static void Ellipse(this Canvas c, double x, double y, double rx, double ry) =>
        c.Fill(x - rx, y - ry, x + rx, y + ry, (u, v) => (u - x) / rx * ((u - x) / rx) + (v - y) / ry * ((v - y) / ry) <= 1);

    public static void Block(this Canvas c, double left, double top, double right, double bottom) =>
        c.Fill(left, top, right, bottom, (u, v) => u >= left && u <= right && v >= top && v <= bottom);

    /// <summary>A convex or hollow outline, by crossings.</summary>
    public static void Polygon(this Canvas c, params (double X, double Y)[] nodes) =>
        c.Fill(nodes.Min(n => n.X), nodes.Min(n => n.Y), nodes.Max(n => n.X), nodes.Max(n => n.Y), (u, v) =>
        {
            var isInside = false;
            for (int i = 0, j = nodes.Length - 1; i < nodes.Length; j = i++)
                if (nodes[i].Y > v != nodes[j].Y > v && u < (nodes[j].X - nodes[i].X) * (v - nodes[i].Y) / (nodes[j].Y - nodes[i].Y) + nodes[i].X) isInside = !isInside;
            return isInside;
        });

    /// <summary>A piece of a disc between two angles, degrees clockwise from the right.</summary>
    public static void Sector(this Canvas c, double x, double y, double radius, double from, double to) =>
        c.Fill(x - radius, y - radius, x + radius, y + radius, (u, v) =>
        {
            var angle = (Math.Atan2(v - y, u - x) * 180 / Math.PI + 360) % 360;
            return (u - x) * (u - x) + (v - y) * (v - y) <= radius * radius && (from <= to ? angle >= from && angle <= to : angle >= from || angle <= to);
        });
}
