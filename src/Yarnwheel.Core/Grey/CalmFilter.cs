using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

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
    /// <param name="row">On the picture.</param>
    /// <param name="within">Whose columns are smoothed.</param>
    /// <param name="into">Receives the smoothed row.</param>
    public void Row(LabPlanes source, int row, Region within, LabRow into)
    {
        Span<float> l = into.L, a = into.A, b = into.B;
        int x0 = within.X - source.Region.X, y = row - source.Region.Y, width = within.Width;
        var here = y * source.Width + x0;
        Span<int> offsets = stackalloc int[taps.Length];
        Span<float> weights = stackalloc float[taps.Length];
        // Neighbours above and below the photo count nothing; those beside it are left out of the border's columns one by one.
        var count = 0;
        foreach (var (dx, dy, weight) in taps)
        {
            if (y + dy < 0 || y + dy >= source.Height) continue;
            offsets[count] = dy * source.Width + dx;
            weights[count++] = weight;
        }
        var reach = taps.Length == 0 ? 0 : taps.Max(t => t.X);
        var first = Math.Clamp(reach - x0, 0, width);
        var last = Math.Clamp(source.Width - reach - x0, first, width);
        for (var x = 0; x < first; x++) Border(source, x0 + x, y, out l[x], out a[x], out b[x]);
        for (var x = last; x < width; x++) Border(source, x0 + x, y, out l[x], out a[x], out b[x]);
        if (last > first)
            LaneLoop.Over(new Kernel(source, here + first, offsets[..count], weights[..count], inverseRange2, l[first..last], a[first..last], b[first..last]), last - first);
    }

    private void Border(LabPlanes source, int x, int y, out float l, out float a, out float b)
    {
        var at = y * source.Width + x;
        Span<int> offsets = stackalloc int[taps.Length];
        Span<float> weights = stackalloc float[taps.Length];
        var count = 0;
        foreach (var (dx, dy, weight) in taps)
        {
            if (y + dy < 0 || y + dy >= source.Height || x + dx < 0 || x + dx >= source.Width) continue;
            offsets[count] = dy * source.Width + dx;
            weights[count++] = weight;
        }
        Span<float> smoothed = stackalloc float[3];
        new Kernel(source, at, offsets[..count], weights[..count], inverseRange2, smoothed[..1], smoothed.Slice(1, 1), smoothed.Slice(2, 1)).Run<Lanes1>(0, 1);
        (l, a, b) = (smoothed[0], smoothed[1], smoothed[2]);
    }

    /// <summary>All neighbours of a run of pixels, of which each has all of them.</summary>
    private readonly ref struct Kernel(LabPlanes source, int start, ReadOnlySpan<int> offsets, ReadOnlySpan<float> weights, float inverseRange2, Span<float> l, Span<float> a, Span<float> b) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> fromL = source.L;
        private readonly ReadOnlySpan<float> fromA = source.A;
        private readonly ReadOnlySpan<float> fromB = source.B;
        private readonly ReadOnlySpan<int> offsets = offsets;
        private readonly ReadOnlySpan<float> weights = weights;
        private readonly Span<float> l = l;
        private readonly Span<float> a = a;
        private readonly Span<float> b = b;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            T zero = T.Of(0), one = T.Of(1), half = T.Of(0.5f), range = T.Of(-inverseRange2);
            for (var i = from; i < to; i += T.Count)
            {
                T l0 = fromL.Load<T>(start + i), a0 = fromA.Load<T>(start + i), b0 = fromB.Load<T>(start + i);
                T sumL = l0, sumA = a0, sumB = b0, sum = one;
                for (var k = 0; k < offsets.Length; k++)
                {
                    var at = start + i + offsets[k];
                    T l1 = fromL.Load<T>(at), a1 = fromA.Load<T>(at), b1 = fromB.Load<T>(at);
                    T dl = (l1 - l0) * half, da = a1 - a0, db = b1 - b0;
                    var near = T.Max(zero, T.MulAdd(T.MulAdd(dl, dl, T.MulAdd(da, da, db * db)), range, one));
                    var w = near * near * T.Of(weights[k]);
                    sumL = T.MulAdd(w, l1, sumL);
                    sumA = T.MulAdd(w, a1, sumA);
                    sumB = T.MulAdd(w, b1, sumB);
                    sum += w;
                }
                var all = one / sum;
                l.Save(i, sumL * all);
                a.Save(i, sumA * all);
                b.Save(i, sumB * all);
            }
        }
    }

    private static int Offset(int distance, double scale) => (int)Math.Round(distance * scale, MidpointRounding.AwayFromZero);
}
