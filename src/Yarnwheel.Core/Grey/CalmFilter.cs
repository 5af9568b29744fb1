using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
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
            var i = from;
            // Two at a time, with what both share held once: while one waits for a result, the other is worked on.
            for (; i + 2 * T.Count <= to; i += 2 * T.Count) Pair<T>(i);
            for (; i < to; i += T.Count) One<T>(i);
        }

        private void Pair<T>(int i) where T : struct, ILanes<T>
        {
            T zero = T.Of(0), one = T.Of(1), half = T.Of(0.5f), range = T.Of(-inverseRange2);
            ref var atL = ref Unsafe.Add(ref MemoryMarshal.GetReference(fromL), start + i);
            ref var atA = ref Unsafe.Add(ref MemoryMarshal.GetReference(fromA), start + i);
            ref var atB = ref Unsafe.Add(ref MemoryMarshal.GetReference(fromB), start + i);
            T l0 = T.Load(ref atL), a0 = T.Load(ref atA), b0 = T.Load(ref atB);
            T l1 = T.Load(ref Unsafe.Add(ref atL, T.Count)), a1 = T.Load(ref Unsafe.Add(ref atA, T.Count)), b1 = T.Load(ref Unsafe.Add(ref atB, T.Count));
            T sumL0 = l0, sumA0 = a0, sumB0 = b0, sum0 = one, sumL1 = l1, sumA1 = a1, sumB1 = b1, sum1 = one;
            // All neighbours are there: the border's pixels, of which some are missing, are done apart.
            ref var places = ref MemoryMarshal.GetReference(offsets);
            ref var shares = ref MemoryMarshal.GetReference(weights);
            for (nint k = 0; k < offsets.Length; k++)
            {
                nint at = Unsafe.Add(ref places, k), next = at + T.Count;
                var share = T.Of(Unsafe.Add(ref shares, k));
                T nearL0 = T.Load(ref Unsafe.Add(ref atL, at)), nearA0 = T.Load(ref Unsafe.Add(ref atA, at)), nearB0 = T.Load(ref Unsafe.Add(ref atB, at));
                T nearL1 = T.Load(ref Unsafe.Add(ref atL, next)), nearA1 = T.Load(ref Unsafe.Add(ref atA, next)), nearB1 = T.Load(ref Unsafe.Add(ref atB, next));
                T w0 = Weight((nearL0 - l0) * half, nearA0 - a0, nearB0 - b0, zero, one, range) * share;
                T w1 = Weight((nearL1 - l1) * half, nearA1 - a1, nearB1 - b1, zero, one, range) * share;
                sumL0 = T.MulAdd(w0, nearL0, sumL0);
                sumA0 = T.MulAdd(w0, nearA0, sumA0);
                sumB0 = T.MulAdd(w0, nearB0, sumB0);
                sum0 += w0;
                sumL1 = T.MulAdd(w1, nearL1, sumL1);
                sumA1 = T.MulAdd(w1, nearA1, sumA1);
                sumB1 = T.MulAdd(w1, nearB1, sumB1);
                sum1 += w1;
            }
            Save(i, sumL0, sumA0, sumB0, one / sum0);
            Save(i + T.Count, sumL1, sumA1, sumB1, one / sum1);
        }

        private void One<T>(int i) where T : struct, ILanes<T>
        {
            T zero = T.Of(0), one = T.Of(1), half = T.Of(0.5f), range = T.Of(-inverseRange2);
            T l0 = fromL.Load<T>(start + i), a0 = fromA.Load<T>(start + i), b0 = fromB.Load<T>(start + i);
            T sumL = l0, sumA = a0, sumB = b0, sum = one;
            for (var k = 0; k < offsets.Length; k++)
            {
                var at = start + i + offsets[k];
                T nearL = fromL.Load<T>(at), nearA = fromA.Load<T>(at), nearB = fromB.Load<T>(at);
                var w = Weight((nearL - l0) * half, nearA - a0, nearB - b0, zero, one, range) * T.Of(weights[k]);
                sumL = T.MulAdd(w, nearL, sumL);
                sumA = T.MulAdd(w, nearA, sumA);
                sumB = T.MulAdd(w, nearB, sumB);
                sum += w;
            }
            Save(i, sumL, sumA, sumB, one / sum);
        }

        /// <summary>Tukey's biweight of a difference.</summary>
        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        private static T Weight<T>(T l, T a, T b, T zero, T one, T range) where T : struct, ILanes<T>
        {
            var near = T.Max(zero, T.MulAdd(T.MulAdd(l, l, T.MulAdd(a, a, b * b)), range, one));
            return near * near;
        }

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        private void Save<T>(int i, T sumL, T sumA, T sumB, T share) where T : struct, ILanes<T>
        {
            l.Save(i, sumL * share);
            a.Save(i, sumA * share);
            b.Save(i, sumB * share);
        }
    }

    private static int Offset(int distance, double scale) => (int)Math.Round(distance * scale, MidpointRounding.AwayFromZero);
}
