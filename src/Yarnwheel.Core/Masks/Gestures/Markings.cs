using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Gestures;

/// <summary>A box and strokes as pixels of the picture that is cut.</summary>
internal sealed class Markings
{
    public const byte Open = 0;
    public const byte Inside = 1;
    public const byte Outside = 2;
    public const byte Beyond = 3;

    /// <summary>What is near strokes lies no farther beyond them than this share of their extent.</summary>
    private const double RoomAround = 0.6;

    // What the rim of a stroke covers may be beside what is meant.
    private const double Core = 0.7;

    private readonly int width;

    private Markings(byte[] sides, int width, Region box, bool isBoxed)
    {
        Sides = sides;
        this.width = width;
        Box = box;
        IsBoxed = isBoxed;
    }

    /// <summary>Of each pixel: <see cref="Open"/>, <see cref="Inside"/>, <see cref="Outside"/> or, beyond the box or at a far border, <see cref="Beyond"/>.</summary>
    public byte[] Sides { get; }

    /// <summary>Beyond it, everything is outside.</summary>
    public Region Box { get; }

    /// <summary>Whether something says where the subject lies; else it may lie anywhere about its strokes.</summary>
    public bool IsBoxed { get; }

    /// <summary>Whether there is nothing to be found.</summary>
    public bool IsEmpty => Box.IsEmpty;

    /// <summary>How far what strokes mark reaches, as a share of the box's diagonal.</summary>
    public float Extent()
    {
        var (left, right, top, bottom) = (int.MaxValue, 0, int.MaxValue, 0);
        for (var y = Box.Y; y < Box.Bottom; y++)
        {
            for (var x = Box.X; x < Box.Right; x++)
            {
                if (Sides[y * width + x] is not (Inside or Outside)) continue;
                (left, right, top, bottom) = (Math.Min(left, x), Math.Max(right, x), Math.Min(top, y), Math.Max(bottom, y));
            }
        }
        return left > right ? 0 : float.Hypot(right - left, bottom - top) / float.Hypot(Box.Width, Box.Height);
    }

    /// <summary>The same, with only those pixels marked inside that belong to a mask, or that others mark.</summary>
    /// <param name="mask">Of each pixel, 0 … 255; half of it belongs to it.</param>
    /// <param name="others">Null for none.</param>
    public Markings Within(byte[] mask, Markings? others = null) => new([.. Sides.Select((s, i) => s == Inside && mask[i] < 128 && others?.Sides[i] != Inside ? Open : s)], width, Box, IsBoxed);

    /// <summary>The same, with what is open of some pixels lying beyond.</summary>
    /// <param name="isBeyond">By a pixel's column and row.</param>
    public Markings Without(Func<int, int, bool> isBeyond) => new([.. Sides.Select((s, i) => s == Open && isBeyond(i % width, i / width) ? Beyond : s)], width, Box, IsBoxed);

    /// <param name="part">Box and strokes.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="around">Where it lies if no box says so; null for anywhere, where strokes say what is inside.</param>
    public static Markings Of(SubjectPart part, int width, int height, Region? around = null)
    {
        var box = part.Box is { } told ? RegionOf(told, width, height) : around ?? (part.Inside.All(s => s.IsEmpty) ? default : new Region(0, 0, width, height));
        var sides = new byte[width * height];
        double longer = Math.Max(width, height);
        for (var y = 0; y < height; y++)
        {
            var row = sides.AsSpan(y * width, width);
            row.Fill(Beyond);
            if (y >= box.Y && y < box.Bottom && !box.IsEmpty) row.Slice(box.X, box.Width).Clear();
        }
        foreach (var (stroke, side) in part.Inside.Select(s => (s, Inside)).Concat(part.Outside.Select(s => (s, Outside))).OrderBy(s => s.s.FirstOrDefault()?.Turn ?? 0))
            Draw(stroke, part.Width * longer / 2, sides, side, width, height);
        return new Markings(sides, width, box, part.Box is not null || around is not null);
    }

    /// <summary>Where strokes inside lie, with room round them; pixels.</summary>
    public static Region About(SubjectPart part, int width, int height)
    {
        var points = part.Inside.SelectMany(s => s).ToArray();
        if (points.Length == 0) return default;
        var longer = (double)Math.Max(width, height);
        double x0 = points.Min(p => p.X) * width, x1 = points.Max(p => p.X) * width, y0 = points.Min(p => p.Y) * height, y1 = points.Max(p => p.Y) * height;
        var room = RoomAround * Math.Max(x1 - x0, y1 - y0) + 0.05 * longer + part.Width * longer;
        int fromX = (int)Math.Floor(x0 - room), fromY = (int)Math.Floor(y0 - room);
        return new Region(fromX, fromY, (int)Math.Ceiling(x1 + room) - fromX, (int)Math.Ceiling(y1 + room) - fromY).Intersect(new Region(0, 0, width, height));
    }

    private static Region RegionOf(Box box, int width, int height)
    {
        double left = Math.Min(box.X0, box.X1) * width, right = Math.Max(box.X0, box.X1) * width;
        double top = Math.Min(box.Y0, box.Y1) * height, bottom = Math.Max(box.Y0, box.Y1) * height;
        if (right - left < 1 || bottom - top < 1) return default;
        return new Region((int)left, (int)top, (int)Math.Ceiling(right) - (int)left, (int)Math.Ceiling(bottom) - (int)top).Intersect(new Region(0, 0, width, height));
    }

    /// <summary>Marks the core of a stroke, as far as it lies in the box.</summary>
    private static void Draw(IReadOnlyList<StrokePoint> stroke, double partRadius, byte[] into, byte side, int width, int height)
    {
        var longer = (double)Math.Max(width, height);
        var radius = partRadius;
        for (var k = 0; k < stroke.Count; k++)
        {
            var to = stroke[k];
            var from = to.Lifted == true ? to : stroke[Math.Max(0, k - 1)];
            if (to.Width is { } own) radius = own * longer / 2;
            Segment(from.X * width, from.Y * height, to.X * width, to.Y * height, Math.Max(0.75, radius * Core));
        }

        void Segment(double ax, double ay, double bx, double by, double reach)
        {
            double dx = bx - ax, dy = by - ay, length2 = dx * dx + dy * dy;
            for (var y = Math.Max(0, (int)(Math.Min(ay, by) - reach)); y < Math.Min(height, Math.Max(ay, by) + reach + 1); y++)
            {
                for (var x = Math.Max(0, (int)(Math.Min(ax, bx) - reach)); x < Math.Min(width, Math.Max(ax, bx) + reach + 1); x++)
                {
                    double px = x + 0.5 - ax, py = y + 0.5 - ay;
                    var t = length2 > 0 ? Math.Clamp((px * dx + py * dy) / length2, 0, 1) : 0;
                    if ((px - t * dx) * (px - t * dx) + (py - t * dy) * (py - t * dy) <= reach * reach && into[y * width + x] != Beyond) into[y * width + x] = side;
                }
            }
        }
    }
}
