using System.Buffers;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>Blurs a plane under Σₖ 10⁻ᵏ G(σₖ): near witnesses win, far ones speak where near ones are missing.</summary>
/// <remarks>The coarser Gaussians are drawn on a pyramid, so that each costs about as much as a narrow one.</remarks>
internal static class MomentBlur
{
    private const float Fading = 0.1f;

    /// <summary>Beyond this standard deviation, cells, a blur is done on the picture at half its size.</summary>
    private const double Widest = 2.6;

    /// <param name="plane">Row by row; at least as long as the picture. Not changed.</param>
    /// <param name="width">Cells.</param>
    /// <param name="height">Cells.</param>
    /// <param name="sigmas">Of the Gaussians, cells, rising.</param>
    /// <param name="result">Receives it.</param>
    /// <returns>The result.</returns>
    public static float[] Of(float[] plane, int width, int height, double[] sigmas, float[] result)
    {
        var pool = ArrayPool<float>.Shared;
        var rented = new List<float[]>();
        float[] Rent(int length)
        {
            var buffer = pool.Rent(length);
            rented.Add(buffer);
            return buffer;
        }
        var levels = new List<(float[] Plane, int Width, int Height)>();
        var (current, w, h, cell) = (plane, width, height, 1);
        var across = Rent(width * height);
        foreach (var sigma in sigmas)
        {
            while (sigma / cell > Widest)
            {
                int halfWidth = (w + 1) / 2, halfHeight = (h + 1) / 2;
                var half = Rent(halfWidth * halfHeight);
                Halve(current, w, h, half);
                (current, w, h, cell) = (half, halfWidth, halfHeight, 2 * cell);
            }
            var blurred = levels.Count == 0 && cell == 1 ? result : Rent(w * h);
            SmallBlur.Into(current.AsSpan(0, w * h), w, h, sigma / cell, across.AsSpan(0, w * h), blurred.AsSpan(0, w * h));
            levels.Add((blurred, w, h));
        }
        var sum = levels[^1];
        for (var k = levels.Count - 2; k >= 0; k--)
        {
            Add(levels[k], sum, Fading);
            sum = levels[k];
        }
        if (sum.Plane != result)
        {
            result.AsSpan().Clear();
            Add((result, width, height), sum, 1);
        }
        foreach (var buffer in rented) pool.Return(buffer);
        return result;
    }

    /// <summary>Adds a coarser plane's share to a finer one, interpolated.</summary>
    private static void Add((float[] Plane, int Width, int Height) into, (float[] Plane, int Width, int Height) from, float share)
    {
        if (from.Width == into.Width && from.Height == into.Height)
        {
            LaneLoop.Over(new AddKernel(from.Plane, share, into.Plane), into.Width * into.Height);
            return;
        }
        var cell = 1;
        while ((into.Width + cell - 1) / cell > from.Width) cell *= 2;
        var columns = cell == 2 ? [] : Columns(into.Width, from.Width, cell);
        // The border's value goes on by one.
        var line = new float[from.Width + 2];
        var wide = new float[into.Width];
        for (var y = 0; y < into.Height; y++)
        {
            var v = Math.Clamp((y + 0.5f) / cell - 0.5f, 0, from.Height - 1);
            var top = (int)v;
            var down = share * (v - top);
            line.AsSpan().Clear();
            var own = line.AsSpan(1, from.Width);
            LaneLoop.Over(new AddKernel(from.Plane.AsSpan(top * from.Width, from.Width), share - down, own), own.Length);
            LaneLoop.Over(new AddKernel(from.Plane.AsSpan(Math.Min(top + 1, from.Height - 1) * from.Width, from.Width), down, own), own.Length);
            (line[0], line[^1]) = (own[0], own[^1]);
            if (cell == 2)
            {
                LaneLoop.Over(new DoubledKernel(line, wide), into.Width / 2);
                if (into.Width % 2 == 1) wide[^1] = own[^2] + (own[^1] - own[^2]) * 0.75f;
            }
            else
            {
                for (var x = 0; x < wide.Length; x++)
                {
                    var (left, right, part) = columns[x];
                    wide[x] = own[left] + (own[right] - own[left]) * part;
                }
            }
            LaneLoop.Over(new AddKernel(wide, 1, into.Plane.AsSpan(y * into.Width, into.Width)), into.Width);
        }
    }

    private static (int Left, int Right, float Across)[] Columns(int width, int coarse, int cell)
    {
        var columns = new (int Left, int Right, float Across)[width];
        for (var x = 0; x < columns.Length; x++)
        {
            var u = Math.Clamp((x + 0.5f) / cell - 0.5f, 0, coarse - 1);
            columns[x] = ((int)u, Math.Min((int)u + 1, coarse - 1), u - (int)u);
        }
        return columns;
    }

    private static void Halve(float[] plane, int width, int height, float[] half)
    {
        int w = (width + 1) / 2, h = (height + 1) / 2;
        for (var y = 0; y < h; y++)
        {
            ReadOnlySpan<float> above = plane.AsSpan(2 * y * width, width), below = plane.AsSpan(Math.Min(2 * y + 1, height - 1) * width, width);
            var into = half.AsSpan(y * w, w);
            var pairs = width / 2;
            LaneLoop.Over(new HalvedKernel(above, below, into), pairs);
            if (pairs < w) into[pairs] = (above[^1] + below[^1]) * 0.5f;
        }
    }

    private readonly ref struct HalvedKernel(ReadOnlySpan<float> above, ReadOnlySpan<float> below, Span<float> into) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> above = above;
        private readonly ReadOnlySpan<float> below = below;
        private readonly Span<float> into = into;

        public static bool MayRepeat => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var upper = T.Unzip(above.Load<T>(2 * i), above.Load<T>(2 * i + T.Count));
                var lower = T.Unzip(below.Load<T>(2 * i), below.Load<T>(2 * i + T.Count));
                into.Save(i, (upper.Even + upper.Odd + lower.Even + lower.Odd) * T.Of(0.25f));
            }
        }
    }

    /// <summary>A line at twice its length, interpolated; it begins and ends with its border's values once more.</summary>
    private readonly ref struct DoubledKernel(ReadOnlySpan<float> line, Span<float> into) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> line = line;
        private readonly Span<float> into = into;

        public static bool MayRepeat => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                T before = line.Load<T>(i), own = line.Load<T>(i + 1), after = line.Load<T>(i + 2);
                var (first, last) = T.Zip(before + (own - before) * T.Of(0.75f), own + (after - own) * T.Of(0.25f));
                into.Save(2 * i, first);
                into.Save(2 * i + T.Count, last);
            }
        }
    }

    private readonly ref struct AddKernel(ReadOnlySpan<float> from, float share, Span<float> into) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> from = from;
        private readonly float share = share;
        private readonly Span<float> into = into;

        public void Run<T>(int first, int last) where T : struct, ILanes<T>
        {
            for (var i = first; i < last; i += T.Count) into.Save(i, T.MulAdd(T.Of(share), from.Load<T>(i), into.Load<T>(i)));
        }
    }
}
