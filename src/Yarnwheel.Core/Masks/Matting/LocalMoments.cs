using System.Buffers;
using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>The colours near each place, weighted: ten moments of linear light, on cells of a picture.</summary>
/// <remarks>Each pixel speaks with a weight of its own; only the sums are kept on cells.</remarks>
internal sealed class LocalMoments
{
    /// <summary>Weight, three of colour, six of products.</summary>
    public const int Count = 10;

    // The moments of a cell lie side by side, in whole vectors of four.
    private const int Stride = 12;

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
        var weights = light.Apart(weight);
        var planes = new float[Count][];
        Parallel.For(0, Count, new ParallelOptions { CancellationToken = cancel }, k =>
        {
            var (one, other) = Factors(light, k);
            var sums = ArrayPool<float>.Shared.Rent(area);
            LaneLoop.Over(new SumKernel(weights, one, other, sums), area);
            planes[k] = MomentBlur.Of(sums, width, height, wanted, ArrayPool<float>.Shared.Rent(area));
            ArrayPool<float>.Shared.Return(sums);
        });
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
        foreach (var plane in planes) ArrayPool<float>.Shared.Return(plane);
        return new LocalMoments(cells, light);
    }

    /// <summary>Puts the moments at a place into a block.</summary>
    /// <param name="u">Across, pixels; the middle of the first is 0.5.</param>
    /// <param name="v">Down, pixels.</param>
    /// <param name="rows">Ten rows of the block.</param>
    /// <param name="at">Place in the rows.</param>
    [SkipLocalsInit]
    public void At(float u, float v, Span<float> rows, int at)
    {
        u = Within(u / cell - 0.5f, width - 1);
        v = Within(v / cell - 0.5f, height - 1);
        int left = (int)u, top = (int)v;
        float across = u - left, down = v - top;
        int right = left + 1 < width ? 1 : 0, below = top + 1 < height ? width : 0;
        var first = top * width + left;
        float a = (1 - across) * (1 - down), b = across * (1 - down), c = (1 - across) * down, d = across * down;
        ref var start = ref MemoryMarshal.GetArrayDataReference(cells);
        ref float one = ref Unsafe.Add(ref start, first * Stride), two = ref Unsafe.Add(ref one, right * Stride), three = ref Unsafe.Add(ref one, below * Stride), four = ref Unsafe.Add(ref two, below * Stride);
        Span<float> found = stackalloc float[Stride];
        ref var into = ref MemoryMarshal.GetReference(found);
        Vector128<float> shareOne = Vector128.Create(a), shareTwo = Vector128.Create(b), shareThree = Vector128.Create(c), shareFour = Vector128.Create(d);
        for (nuint k = 0; k < Stride; k += 4)
        {
            var sum = shareOne * Vector128.LoadUnsafe(ref one, k) + shareTwo * Vector128.LoadUnsafe(ref two, k) + shareThree * Vector128.LoadUnsafe(ref three, k) + shareFour * Vector128.LoadUnsafe(ref four, k);
            sum.StoreUnsafe(ref into, k);
        }
        ref var row = ref rows.Slice(at, (Count - 1) * MatteBlock.Size + 1)[0];
        for (var k = 0; k < Count; k++) Unsafe.Add(ref row, k * MatteBlock.Size) = Unsafe.Add(ref into, k);
    }

    private static float Within(float place, float most) => place < 0 ? 0 : place > most ? most : place;

    /// <summary>What a moment multiplies the weight by, in the order of <see cref="Symmetric{T}"/>; nothing for 1.</summary>
    private static (float[][]? One, float[][]? Other) Factors(CellLight light, int k) => k switch
    {
        0 => (null, null),
        1 => (light.Red, null),
        2 => (light.Green, null),
        3 => (light.Blue, null),
        4 => (light.Red, light.Red),
        5 => (light.Red, light.Green),
        6 => (light.Red, light.Blue),
        7 => (light.Green, light.Green),
        8 => (light.Green, light.Blue),
        _ => (light.Blue, light.Blue),
    };

    /// <summary>The mean of the products over each cell.</summary>
    private readonly ref struct SumKernel(float[][] weight, float[][]? one, float[][]? other, Span<float> into) : ILaneKernel
    {
        private readonly float[][] weight = weight;
        private readonly float[][]? one = one;
        private readonly float[][]? other = other;
        private readonly Span<float> into = into;

        public static bool MayRepeat => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var sum = Product<T>(0, i);
                if (weight.Length == 4) sum = (sum + Product<T>(1, i) + Product<T>(2, i) + Product<T>(3, i)) * T.Of(0.25f);
                into.Save(i, sum);
            }
        }

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        private T Product<T>(int place, int i) where T : struct, ILanes<T>
        {
            var product = weight[place].AsSpan().Load<T>(i);
            if (one is not null) product *= one[place].AsSpan().Load<T>(i);
            if (other is not null) product *= other[place].AsSpan().Load<T>(i);
            return product;
        }
    }
}
