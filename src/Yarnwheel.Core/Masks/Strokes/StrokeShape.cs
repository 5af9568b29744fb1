using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Strokes;

/// <summary>A stroke at the size of a view.</summary>
internal sealed class StrokeShape
{
    /// <summary>A clinging stroke is cut into pieces no longer than this share of its radius; each has the colour under its middle.</summary>
    private const double Stride = 1.0 / 3;

    private const float LeastSize = 0.05f;

    private StrokeShape(BrushStroke stroke, StrokeSegment[] segments)
    {
        Stroke = stroke;
        Segments = segments;
        if (segments.Length == 0) return;
        Top = segments.Min(s => s.Top);
        Bottom = segments.Max(s => s.Bottom);
        Left = segments.Min(s => s.Left);
        Right = segments.Max(s => s.Right);
    }

    public BrushStroke Stroke { get; }

    public StrokeSegment[] Segments { get; }

    /// <summary>Where it may paint, screen pixels.</summary>
    public float Top { get; }

    public float Bottom { get; }

    public float Left { get; }

    public float Right { get; }

    /// <summary>Whether every pass lays down all of it, so that nothing builds up.</summary>
    public bool IsFull => Stroke.Flow >= 100 && Stroke.Pen is PenPressure.None or PenPressure.Size;

    public bool Touches(Region region) => Segments.Length > 0 && Right > region.X && Left < region.Right && Bottom > region.Y && Top < region.Bottom;

    /// <param name="stroke">The stroke.</param>
    /// <param name="shades">What its pieces cling to, as <see cref="Shades"/> gave it; empty where it does not cling.</param>
    /// <param name="width">Of the photo, pixels.</param>
    /// <param name="height">Of the photo, pixels.</param>
    /// <param name="scale">Screen pixels a photo pixel.</param>
    public static StrokeShape Of(BrushStroke stroke, IReadOnlyList<Shade?> shades, int width, int height, double scale)
    {
        var longer = Math.Max(width, height);
        var cuts = Cut(stroke, width, height);
        var segments = new List<StrokeSegment>(cuts.Count);
        for (var k = 0; k < cuts.Count; k++)
        {
            // Off the photo there is no colour to cling to.
            if (stroke.Cling is not null && shades[k] is null) continue;
            var (from, to) = cuts[k];
            float Size(BrushPoint p) => stroke.Pen is PenPressure.Size or PenPressure.Both ? MathF.Max(LeastSize, (float)p.Pressure) : 1;
            float Flow(BrushPoint p) => (float)(stroke.Flow / 100) * (stroke.Pen is PenPressure.Flow or PenPressure.Both ? (float)p.Pressure : 1);
            var radius = (float)(stroke.Radius * longer * scale);
            var shade = shades.Count > 0 && shades[k] is { } found ? found with { L = found.L * (float)(stroke.Cling!.Lightness / 100) } : default;
            segments.Add(new StrokeSegment(
                (float)(from.X * width * scale), (float)(from.Y * height * scale), (float)((to.X - from.X) * width * scale), (float)((to.Y - from.Y) * height * scale),
                radius * Size(from), radius * (Size(to) - Size(from)), Flow(from), Flow(to) - Flow(from), shade));
        }
        return new StrokeShape(stroke, [.. segments]);
    }

    /// <summary>The colour that each piece of a clinging stroke clings to; null where it has none. The same at any scale.</summary>
    /// <param name="stroke">The stroke.</param>
    /// <param name="width">Of the photo, pixels.</param>
    /// <param name="height">Of the photo, pixels.</param>
    /// <param name="read">The colour at a place of the photo, 0 … 1 across and down.</param>
    public static IReadOnlyList<Shade?> Shades(BrushStroke stroke, int width, int height, Func<double, double, Shade> read)
    {
        if (stroke.Cling is not { } cling) return [];
        var shades = new List<Shade?>();
        Shade? held = null;
        foreach (var (from, to) in Cut(stroke, width, height))
        {
            double x = (from.X + to.X) / 2, y = (from.Y + to.Y) / 2;
            if (held is null && cling.Held) (x, y) = (from.X, from.Y);
            var isFree = held is null || (!cling.Held && !to.Held);
            if (isFree) held = x is >= 0 and < 1 && y is >= 0 and < 1 ? read(x, y) : null;
            shades.Add(held);
        }
        return shades;
    }

    /// <summary>The pieces: from point to point, cut shorter where the stroke clings.</summary>
    private static List<(BrushPoint From, BrushPoint To)> Cut(BrushStroke stroke, int width, int height)
    {
        var points = stroke.Points;
        if (points.Length == 0) return [];
        if (points.Length == 1) return [(points[0], points[0])];
        var cuts = new List<(BrushPoint, BrushPoint)>(points.Length);
        var longest = stroke.Cling is null ? double.MaxValue : Math.Max(1, stroke.Radius * Math.Max(width, height) * Stride);
        for (var k = 1; k < points.Length; k++)
        {
            var (from, to) = (points[k - 1], points[k]);
            double dx = (to.X - from.X) * width, dy = (to.Y - from.Y) * height;
            var count = (int)Math.Max(1, Math.Ceiling(Math.Sqrt(dx * dx + dy * dy) / longest));
            var before = from;
            for (var c = 1; c <= count; c++)
            {
                var next = c == count ? to : Between(from, to, c / (double)count);
                cuts.Add((before, next));
                before = next;
            }
        }
        return cuts;
    }

    private static BrushPoint Between(BrushPoint from, BrushPoint to, double t) => new()
    {
        X = from.X + (to.X - from.X) * t,
        Y = from.Y + (to.Y - from.Y) * t,
        Pressure = from.Pressure + (to.Pressure - from.Pressure) * t,
        Held = to.Held,
    };
}
