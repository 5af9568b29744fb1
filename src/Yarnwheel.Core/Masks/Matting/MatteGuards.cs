using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Keeps a matte from changing more than edges and strands, and from making islands that the rough mask has not.</summary>
internal static class MatteGuards
{
    /// <summary>Nothing is laid down.</summary>
    public const byte Free = 0;

    /// <summary>A wide area was changed: the rough mask stays.</summary>
    public const byte AsRough = 1;

    /// <summary>A scrap: no more than the rough mask has.</summary>
    public const byte AtMostRough = 2;

    /// <summary>An island that the rough mask hardly knows: only what it is sure of.</summary>
    public const byte OnlySure = 3;

    private const float Changed = 0.2f;
    private const double Blob = 4;

    /// <summary>What was added is no blob where less than this of a pixel is inside: a wide soft edge.</summary>
    private const float Mostly = 0.5f;

    /// <summary>What was painted too wide may be taken away, and what ends at an edge of the photo added, where both sides are told apart so well, squared.</summary>
    private const float Told = 16;

    /// <summary>The band is at its end where pixels could change less than this; what lies within so many of its radii goes with it.</summary>
    private const float Inner = 0.95f;
    private const double Near = 2;

    /// <summary>Applies the guards to a matte, and says where.</summary>
    /// <param name="alpha">The matte; changed.</param>
    /// <param name="rough">The mask it began with.</param>
    /// <param name="apart">How far both sides' models lie apart at each pixel, squared.</param>
    /// <param name="share">How far each pixel could change at first, by its distance to the rough contour, 0 … 1.</param>
    /// <param name="radius">How far from the contour that was, pixels.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>Of each pixel, what was laid down.</returns>
    public static byte[] Lay(float[] alpha, float[] rough, float[] apart, float[] share, double radius, int width, int height, CancellationToken cancel)
    {
        var bounds = new byte[alpha.Length];
        Blobs(alpha, rough, Added(alpha, rough, apart, share, radius, width, height, cancel), bounds, 1, width, height, cancel);
        Blobs(alpha, rough, Marks.Where(width, height, i => rough[i] - alpha[i] > Changed && apart[i] < Told), bounds, -1, width, height, cancel);
        Islands(alpha, rough, bounds, width, height);
        Scraps(alpha, rough, apart, bounds, width, height);
        return bounds;
    }

    /// <summary>What somebody marked is not lost because it looks like the other side: where most of a stroke would be, it stays as the rough mask has it.</summary>
    /// <param name="alpha">The matte; changed.</param>
    /// <param name="rough">The mask it began with, which has the strokes.</param>
    /// <param name="bounds">What was laid down; added to.</param>
    /// <param name="told">Of each pixel, 1 where it is marked inside, −1 outside, 0 where it is not marked.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    public static void Keep(float[] alpha, float[] rough, byte[] bounds, sbyte[] told, int width, int height)
    {
        foreach (var side in (ReadOnlySpan<sbyte>)[1, -1])
        {
            if (!told.Contains(side)) continue;
            var strokes = Components.Of(Array.ConvertAll(told, t => t == side), width, height);
            var (marked, lost) = (new int[strokes.Count], new int[strokes.Count]);
            foreach (var run in strokes.Runs)
            {
                marked[run.Label] += run.End - run.Begin;
                for (var i = run.Y * width + run.Begin; i < run.Y * width + run.End; i++)
                    if (side * (alpha[i] - 0.5f) < 0) lost[run.Label]++;
            }
            foreach (var run in strokes.Runs)
                if (2 * lost[run.Label] > marked[run.Label])
                    for (var i = run.Y * width + run.Begin; i < run.Y * width + run.End; i++) Lay(alpha, rough, bounds, i, AsRough);
        }
    }

    /// <summary>The alpha that is allowed.</summary>
    public static float Within(byte bound, float alpha, float rough) => bound switch
    {
        AsRough => rough,
        AtMostRough => MathF.Min(alpha, rough),
        OnlySure => rough > 0.5f ? MathF.Min(alpha, rough) : 0,
        _ => alpha,
    };

    /// <summary>What was added and may be a leak: it goes on to the band's end near by. Elsewhere it ends at an edge of the photo, and is believed where both sides are told apart.</summary>
    private static bool[] Added(float[] alpha, float[] rough, float[] apart, float[] share, double radius, int width, int height, CancellationToken cancel)
    {
        var added = Marks.Where(width, height, i => alpha[i] - rough[i] > Changed && alpha[i] > Mostly);
        if (!KeepDeep((bool[])added.Clone(), width, height)) return added;
        var ends = DistanceTransform.Of(Marks.Where(width, height, i => added[i] && share[i] < Inner), width, height, Near * radius + 1, cancel);
        return Marks.Where(width, height, i => added[i] && (apart[i] <= Told || ends.Distance(i) <= Near * radius));
    }

    /// <summary>A change that holds a disc of <see cref="Blob"/> pixels is taken back: rims and strands only. The marks of changes are used up.</summary>
    private static void Blobs(float[] alpha, float[] rough, bool[] changed, byte[] bounds, float sign, int width, int height, CancellationToken cancel)
    {
        var all = new Region(0, 0, width, height);
        var kept = new Plane<bool>(all, Array.ConvertAll(changed, c => !c));
        // Most changes are thin: those that no diamond fits into hold no disc either.
        if (!KeepDeep(changed, width, height)) return;
        var about = Contours.Bounds(changed, all).Widen(2 * (int)Blob + 3).Intersect(all);
        kept = kept.Cut(about);
        var depth = DistanceTransform.Of(kept.Values, about.Width, about.Height, Blob + 1, cancel);
        var core = kept.All;
        for (var i = 0; i < core.Length; i++) core[i] = !core[i] && depth.Distance(i) > Blob;
        if (!core.Contains(true)) return;
        var around = DistanceTransform.Of(kept.Values, about.Width, about.Height, Blob + 3, cancel);
        for (var y = about.Y; y < about.Bottom; y++)
        {
            for (var x = about.X; x < about.Right; x++)
            {
                var i = y * width + x;
                if (sign * (alpha[i] - rough[i]) > 0.02f && around.Distance(x - about.X, y - about.Y) <= Blob + 2) Lay(alpha, rough, bounds, i, AsRough);
            }
        }
    }

    /// <summary>Leaves only marked pixels further than <see cref="Blob"/> from any other, in steps along rows and columns; says whether there are any.</summary>
    private static bool KeepDeep(bool[] marked, int width, int height)
    {
        var depth = new byte[marked.Length];
        const byte Deepest = (byte)Blob + 1;
        for (var y = 0; y < height; y++)
        {
            if (!marked.AsSpan(y * width, width).Contains(true)) continue;
            for (var x = 0; x < width; x++)
            {
                var i = y * width + x;
                if (!marked[i]) continue;
                int above = y > 0 ? depth[i - width] : Deepest, before = x > 0 ? depth[i - 1] : Deepest;
                depth[i] = (byte)Math.Min(Deepest, 1 + Math.Min(above, before));
            }
        }
        var any = false;
        for (var y = height - 1; y >= 0; y--)
        {
            if (!marked.AsSpan(y * width, width).Contains(true)) continue;
            for (var x = width - 1; x >= 0; x--)
            {
                var i = y * width + x;
                if (!marked[i]) continue;
                int below = y + 1 < height ? depth[i + width] : Deepest, after = x + 1 < width ? depth[i + 1] : Deepest;
                depth[i] = (byte)Math.Min(depth[i], 1 + Math.Min(below, after));
                any |= marked[i] = depth[i] >= Deepest;
            }
        }
        return any;
    }

    /// <summary>Pieces that hold next to nothing of the rough mask go.</summary>
    private static void Islands(float[] alpha, float[] rough, byte[] bounds, int width, int height)
    {
        var pieces = Components.Of(Marks.Above(alpha, 0.12f), width, height);
        var (area, known, sure) = (new float[pieces.Count], new float[pieces.Count], new float[pieces.Count]);
        foreach (var run in pieces.Runs)
        {
            for (var i = run.Y * width + run.Begin; i < run.Y * width + run.End; i++)
            {
                area[run.Label] += alpha[i];
                known[run.Label] += MathF.Min(alpha[i], rough[i]);
                if (rough[i] > 0.5f) sure[run.Label] += MathF.Min(alpha[i], rough[i]);
            }
        }
        Drop(pieces, k => known[k] < 0.15f * area[k] || (known[k] < 1.5f && area[k] < 4), OnlySure, alpha, rough, bounds, width, height);
        // What the rough mask was nowhere sure of does not become more than it was.
        Drop(pieces, k => sure[k] < MathF.Min(4, 0.15f * area[k]), AtMostRough, alpha, rough, bounds, width, height);
    }

    /// <summary>Small pieces apart from the rest have no more than the rough mask says, unless the models lie far apart there: true short strands.</summary>
    private static void Scraps(float[] alpha, float[] rough, float[] apart, byte[] bounds, int width, int height)
    {
        var pieces = Components.Of(Marks.Above(alpha, 0.3f), width, height);
        var (count, told) = (new int[pieces.Count], new double[pieces.Count]);
        foreach (var run in pieces.Runs)
        {
            count[run.Label] += run.End - run.Begin;
            for (var i = run.Y * width + run.Begin; i < run.Y * width + run.End; i++) told[run.Label] += apart[i];
        }
        Drop(pieces, k => count[k] < 40 && (told[k] / count[k] < 25 || count[k] < 8), AtMostRough, alpha, rough, bounds, width, height);
    }

    private static void Drop(Components pieces, Func<int, bool> drops, byte bound, float[] alpha, float[] rough, byte[] bounds, int width, int height)
    {
        var dropped = Enumerable.Range(0, pieces.Count).Select(drops).ToArray();
        if (!dropped.Contains(true)) return;
        // A rim of a pixel goes along, but nothing of another piece.
        var others = new bool[alpha.Length];
        foreach (var run in pieces.Runs)
            if (!dropped[run.Label]) others.AsSpan(run.Y * width + run.Begin, run.End - run.Begin).Fill(true);
        foreach (var run in pieces.Runs)
        {
            if (!dropped[run.Label]) continue;
            for (var y = Math.Max(0, run.Y - 1); y <= Math.Min(height - 1, run.Y + 1); y++)
                for (var x = Math.Max(0, run.Begin - 1); x < Math.Min(width, run.End + 1); x++)
                    if (!others[y * width + x]) Lay(alpha, rough, bounds, y * width + x, bound);
        }
    }

    private static void Lay(float[] alpha, float[] rough, byte[] bounds, int at, byte bound)
    {
        alpha[at] = Within(bound, alpha[at], rough[at]);
        if (bounds[at] != AsRough) bounds[at] = bound;
    }
}
