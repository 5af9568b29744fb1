using System.Numerics;

namespace Yarnwheel.Core.Grey;

/// <summary>Smooths the colour of a picture without crossing its edges, so that pushing hues apart lifts no colour noise and no JPEG blocks.</summary>
/// <remarks>A bilateral filter (Tomasi, Manduchi 1998) on the OKLab planes over a star of 24 neighbours at 1, 2 and 4 photo
/// pixels, with Tukey's biweight for the range: neighbours farther off in colour than the range count nothing.
/// A pixel depends on its neighbours' places alone, so any tiling gives the same picture.</remarks>
internal sealed class CalmFilter
{
    private static readonly (int Distance, float Weight)[] Rings = [(1, 1f), (2, 0.7f), (4, 0.4f)];

    private readonly (int X, int Y, float Weight)[] taps;
    private readonly float inverseRange2;

    /// <param name="calm">0 … 100.</param>
    /// <param name="scale">Screen pixels a photo pixel.</param>
    public CalmFilter(double calm, double scale)
    {
        var range = 0.12 * calm / 100;
        inverseRange2 = (float)(1 / (range * range));
        taps = Rings.Select(r => (Offset: Offset(r.Distance, scale), r.Weight))
            .Where(r => r.Offset > 0)
            .GroupBy(r => r.Offset).Select(g => g.First())
            .SelectMany(r => from y in (int[])[-1, 0, 1] from x in (int[])[-1, 0, 1] where x != 0 || y != 0 select (x * r.Offset, y * r.Offset, r.Weight))
            .ToArray();
    }

    /// <summary>How far beyond a region its pixels look, screen pixels.</summary>
    public static int Halo(double scale) => Offset(Rings[^1].Distance, scale);

    /// <summary>Smooths one row.</summary>
    /// <param name="source">The planes, with as much of a halo as there is photo.</param>
    /// <param name="x0">Column of the row's first pixel in the planes.</param>
    /// <param name="y">Row in the planes.</param>
    /// <param name="l">Receives the smoothed L of the row.</param>
    /// <param name="a">Receives the smoothed a of the row.</param>
    /// <param name="b">Receives the smoothed b of the row.</param>
    /// <param name="sum">A row to work in.</param>
    public void Row(LabPlanes source, int x0, int y, Span<float> l, Span<float> a, Span<float> b, Span<float> sum)
    {
        var width = a.Length;
        var here = y * source.Width + x0;
        ReadOnlySpan<float> l0 = source.L.AsSpan(here, width), a0 = source.A.AsSpan(here, width), b0 = source.B.AsSpan(here, width);
        l0.CopyTo(l);
        a0.CopyTo(a);
        b0.CopyTo(b);
        sum[..width].Fill(1);
        foreach (var (dx, dy, weight) in taps)
        {
            if (y + dy < 0 || y + dy >= source.Height) continue;
            // Neighbours beyond the photo's edge count nothing.
            var first = Math.Max(0, -(x0 + dx));
            var last = Math.Min(width, source.Width - x0 - dx);
            if (last <= first) continue;
            var there = here + dy * source.Width + dx + first;
            Tap(source.L.AsSpan(there, last - first), source.A.AsSpan(there, last - first), source.B.AsSpan(there, last - first),
                l0[first..last], a0[first..last], b0[first..last], weight, l[first..last], a[first..last], b[first..last], sum[first..last]);
        }
        var i = 0;
        for (; i <= width - Vector<float>.Count; i += Vector<float>.Count)
        {
            var all = new Vector<float>(sum[i..]);
            (new Vector<float>(l[i..]) / all).CopyTo(l[i..]);
            (new Vector<float>(a[i..]) / all).CopyTo(a[i..]);
            (new Vector<float>(b[i..]) / all).CopyTo(b[i..]);
        }
        for (; i < width; i++)
        {
            l[i] /= sum[i];
            a[i] /= sum[i];
            b[i] /= sum[i];
        }
    }

    private void Tap(ReadOnlySpan<float> l1, ReadOnlySpan<float> a1, ReadOnlySpan<float> b1,
        ReadOnlySpan<float> l0, ReadOnlySpan<float> a0, ReadOnlySpan<float> b0, float weight, Span<float> l, Span<float> a, Span<float> b, Span<float> sum)
    {
        var i = 0;
        var range = new Vector<float>(inverseRange2);
        var half = new Vector<float>(0.5f);
        for (; i <= a.Length - Vector<float>.Count; i += Vector<float>.Count)
        {
            var va = new Vector<float>(a1[i..]);
            var vb = new Vector<float>(b1[i..]);
            var vl = new Vector<float>(l1[i..]);
            var dl = (vl - new Vector<float>(l0[i..])) * half;
            var da = va - new Vector<float>(a0[i..]);
            var db = vb - new Vector<float>(b0[i..]);
            var near = Vector.Max(Vector<float>.Zero, Vector<float>.One - (dl * dl + da * da + db * db) * range);
            var w = near * near * weight;
            (new Vector<float>(l[i..]) + w * vl).CopyTo(l[i..]);
            (new Vector<float>(a[i..]) + w * va).CopyTo(a[i..]);
            (new Vector<float>(b[i..]) + w * vb).CopyTo(b[i..]);
            (new Vector<float>(sum[i..]) + w).CopyTo(sum[i..]);
        }
        for (; i < a.Length; i++)
        {
            var dl = (l1[i] - l0[i]) * 0.5f;
            var da = a1[i] - a0[i];
            var db = b1[i] - b0[i];
            var near = MathF.Max(0, 1 - (dl * dl + da * da + db * db) * inverseRange2);
            var w = near * near * weight;
            l[i] += w * l1[i];
            a[i] += w * a1[i];
            b[i] += w * b1[i];
            sum[i] += w;
        }
    }

    private static int Offset(int distance, double scale) => (int)Math.Round(distance * scale, MidpointRounding.AwayFromZero);
}
