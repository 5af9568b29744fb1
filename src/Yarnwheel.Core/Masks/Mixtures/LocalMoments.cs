using System.Buffers;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>The colours near each place, weighted: ten moments of linear light, on cells of a picture.</summary>
/// <remarks>Each pixel speaks with a weight of its own; only the sums are kept on cells.</remarks>
internal sealed class LocalMoments
{
    /// <summary>Weight, three of colour, six of products.</summary>
    public const int Count = 10;

    // The moments of a cell lie side by side, in whole vectors of four.
    private const int Stride = 12;

    /// <summary>Cells that are summed at once: what is read and written of them stays near the processor.</summary>
    private const int Block = 1 << 12;

    private readonly float[] cells;
    private readonly int cell;
    private readonly int width;
    private readonly int height;

    private LocalMoments(float[] cells, CellLight light)
    {
        this.cells = cells;
        (width, height, cell) = (light.Across, light.Down, light.Cell);
    }

    public long Bytes => 4L * cells.Length;

    /// <param name="light">Of each pixel.</param>
    /// <param name="weight">Of each pixel.</param>
    /// <param name="sigmas">Of the Gaussians (<see cref="MomentBlur"/>), pixels, rising.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <param name="outdated">Moments of the same picture whose memory may be used; not to be asked again.</param>
    public static LocalMoments Of(CellLight light, float[] weight, ReadOnlySpan<double> sigmas, CancellationToken cancel, LocalMoments? outdated = null)
    {
        var wanted = sigmas.ToArray();
        for (var k = 0; k < wanted.Length; k++) wanted[k] /= light.Cell;
        int width = light.Across, height = light.Down, area = width * height;
        float[][] weights = light.Cell == 1 ? [weight] : Rented(4, area), sums = Rented(Count, area), planes = Rented(Count, area);
        if (light.Cell > 1) light.Apart(weight, weights);
        var blocks = (area + Block - 1) / Block;
        Parallel.For(0, blocks, new ParallelOptions { CancellationToken = cancel }, block => Sum(light, weights, sums, block * Block, Math.Min(area, (block + 1) * Block)));
        Parallel.For(0, Count, new ParallelOptions { CancellationToken = cancel }, k => MomentBlur.Of(sums[k], width, height, wanted, planes[k]));
        var cells = outdated?.cells ?? new float[Stride * area];
        Rows.Each(height, y =>
        {
            for (var k = 0; k < Count; k++)
            {
                var plane = planes[k].AsSpan(y * width, width);
                var into = cells.AsSpan(y * width * Stride + k);
                for (var x = 0; x < plane.Length; x++) into[x * Stride] = plane[x];
            }
        }, cancel);
        foreach (var plane in (float[][])[.. planes, .. sums, .. light.Cell == 1 ? [] : weights]) ArrayPool<float>.Shared.Return(plane);
        return new LocalMoments(cells, light);
    }

    private static float[][] Rented(int count, int length) => [.. Enumerable.Range(0, count).Select(_ => ArrayPool<float>.Shared.Rent(length))];

    /// <summary>Where a place lies between cells, of all moments of a picture.</summary>
    /// <param name="u">Across, pixels; the middle of the first is 0.5.</param>
    /// <param name="v">Down, pixels.</param>
    public CellPlace At(float u, float v)
    {
        u = Within(u / cell - 0.5f, width - 1);
        v = Within(v / cell - 0.5f, height - 1);
        int left = (int)u, top = (int)v;
        float across = u - left, down = v - top;
        return new CellPlace(top * width + left, left + 1 < width ? 1 : 0, top + 1 < height ? width : 0, (1 - across) * (1 - down), across * (1 - down), (1 - across) * down, across * down);
    }

    /// <summary>Puts the moments at a place into a block.</summary>
    /// <param name="place">Of these or others of the same picture.</param>
    /// <param name="rows">Ten rows of the block.</param>
    /// <param name="at">Place in the rows.</param>
    [SkipLocalsInit]
    public void Put(in CellPlace place, Span<float> rows, int at)
    {
        ref var one = ref cells[place.First * Stride];
        ref float two = ref Unsafe.Add(ref one, place.Right * Stride), three = ref Unsafe.Add(ref one, place.Below * Stride), four = ref Unsafe.Add(ref two, place.Below * Stride);
        Span<float> found = stackalloc float[Stride];
        ref var into = ref MemoryMarshal.GetReference(found);
        Vector128<float> shareOne = Vector128.Create(place.A), shareTwo = Vector128.Create(place.B), shareThree = Vector128.Create(place.C), shareFour = Vector128.Create(place.D);
        for (nuint k = 0; k < Stride; k += 4)
        {
            var sum = shareOne * Vector128.LoadUnsafe(ref one, k) + shareTwo * Vector128.LoadUnsafe(ref two, k) + shareThree * Vector128.LoadUnsafe(ref three, k) + shareFour * Vector128.LoadUnsafe(ref four, k);
            sum.StoreUnsafe(ref into, k);
        }
        ref var row = ref rows.Slice(at, (Count - 1) * MatteBlock.Size + 1)[0];
        for (var k = 0; k < Count; k++) Unsafe.Add(ref row, k * MatteBlock.Size) = Unsafe.Add(ref into, k);
    }

    private static float Within(float place, float most) => place < 0 ? 0 : place > most ? most : place;

    private static void Sum(CellLight light, float[][] weights, float[][] sums, int from, int to)
    {
        for (var place = 0; place < weights.Length; place++)
        {
            var kernel = new SumKernel(weights[place], light.Red[place], light.Green[place], light.Blue[place], sums, from, place == 0, place == weights.Length - 1 ? 1f / weights.Length : 1);
            LaneLoop.Over(kernel, to - from);
        }
    }

    /// <summary>Adds the products of one place in the cells; the last makes means of the sums.</summary>
    private readonly ref struct SumKernel(float[] weight, float[] red, float[] green, float[] blue, float[][] sums, int start, bool isFirst, float share) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> weight = weight.AsSpan(start);
        private readonly ReadOnlySpan<float> red = red.AsSpan(start);
        private readonly ReadOnlySpan<float> green = green.AsSpan(start);
        private readonly ReadOnlySpan<float> blue = blue.AsSpan(start);
        private readonly float[][] sums = sums;
        private readonly int start = start;
        private readonly bool isFirst = isFirst;
        private readonly float share = share;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                T w = weight.Load<T>(i), r = red.Load<T>(i), g = green.Load<T>(i), b = blue.Load<T>(i);
                T wr = w * r, wg = w * g, wb = w * b;
                Add(0, i, w);
                Add(1, i, wr);
                Add(2, i, wg);
                Add(3, i, wb);
                Add(4, i, wr * r);
                Add(5, i, wr * g);
                Add(6, i, wr * b);
                Add(7, i, wg * g);
                Add(8, i, wg * b);
                Add(9, i, wb * b);
            }
        }

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        private void Add<T>(int moment, int i, T product) where T : struct, ILanes<T>
        {
            var row = sums[moment].AsSpan(start);
            if (!isFirst) product = row.Load<T>(i) + product;
            row.Save(i, share == 1 ? product : product * T.Of(share));
        }
    }
}
