using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Pixels that speak for either side, and how strongly; those of the first look are kept.</summary>
/// <param name="Inside">Of each pixel, 0 … 1.</param>
/// <param name="Outside">Of each pixel, 0 … 1.</param>
/// <param name="Size">How good a witness the piece is that a pixel belongs to, 0 … 1.</param>
/// <param name="Voices">What each pixel's place makes of it (<see cref="MatteDepth"/>, <see cref="SoftEdges"/>); null for nothing.</param>
internal sealed record MatteWitnesses(float[] Inside, float[] Outside, float[] Size, (float[] Inside, float[] Outside)? Voices)
{
    /// <summary>Pieces of the rough mask about this size, pixels, are half as good witnesses of the subject's colour as large ones.</summary>
    private const float Scrap = 225;

    /// <summary>What the rough mask is sure of. What lies deep decides; strands speak only where nothing deeper is near.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="light">Its light by cells.</param>
    /// <param name="rough">Of each pixel, 0 … 1.</param>
    /// <param name="radius">How far the rough mask may be wrong, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static MatteWitnesses First(MattePicture picture, CellLight light, float[] rough, double radius, CancellationToken cancel)
    {
        int width = picture.Light.Width, height = picture.Light.Height;
        var rest = Inverse(rough);
        var size = Sizes(rough, width, height);
        float[] pureIn = [], pureOut = [], deepIn = [], deepOut = [];
        Rows.AtOnce(() => pureIn = Pure(picture, picture.Cells(rough)), () => pureOut = Pure(picture, picture.Cells(rest)), () => deepIn = Least(rough, width, height, 1), () => deepOut = Least(rest, width, height, 2));
        var (inside, outside) = (new float[rough.Length], new float[rough.Length]);
        Rows.Each(height, y =>
        {
            var cells = y / picture.Cell * picture.CellsAcross;
            for (var x = 0; x < width; x++)
            {
                int i = y * width + x, cell = cells + x / picture.Cell;
                float m = rough[i], r = rest[i], d = deepOut[i] * deepOut[i];
                inside[i] = m * m * (0.05f + 0.95f * deepIn[i] * deepIn[i]) * size[i] * pureIn[cell];
                outside[i] = r * r * (0.045f + 0.955f * d * d) * pureOut[cell];
            }
        }, cancel);
        var depth = MatteDepth.Of(rough, width, height, radius, cancel);
        var soft = SoftEdges.Of(picture, light, rough, inside, outside, radius, cancel);
        var first = new MatteWitnesses(inside, outside, size, depth is null ? soft : soft is null ? (depth, depth) : (Softer(depth, soft.Value.Inside), Softer(depth, soft.Value.Outside)));
        first.Hush(inside, outside);
        return first;
    }

    /// <summary>What is sure and pure by the alpha found.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="alpha">Found, of each pixel.</param>
    /// <param name="deviation">Its own.</param>
    /// <param name="kept">Share of the first witnesses.</param>
    public (float[] Inside, float[] Outside) Again(MattePicture picture, float[] alpha, float[] deviation, float kept)
    {
        int width = picture.Light.Width, height = picture.Light.Height;
        var found = picture.Cells(alpha);
        float[] pureIn = [], pureOut = [];
        Rows.AtOnce(() => pureIn = Pure(picture, found), () => pureOut = Pure(picture, Inverse(found)));
        var (inside, outside) = (new float[alpha.Length], new float[alpha.Length]);
        Rows.Each(height, 2 * (width + 1), (y, scratch) =>
        {
            var (cells, from) = (y / picture.Cell * picture.CellsAcross, y * width);
            var kernel = new AgainKernel(alpha.AsSpan(from, width), deviation.AsSpan(from, width), Inside.AsSpan(from, width), Outside.AsSpan(from, width), Size.AsSpan(from, width), kept,
                Wide(pureIn.AsSpan(cells, picture.CellsAcross), picture.Cell, scratch.AsSpan(0, width + 1)), Wide(pureOut.AsSpan(cells, picture.CellsAcross), picture.Cell, scratch.AsSpan(width + 1, width + 1)),
                inside.AsSpan(from, width), outside.AsSpan(from, width));
            LaneLoop.Over(kernel, width);
        });
        Hush(inside, outside);
        return (inside, outside);
    }

    private readonly ref struct TimesKernel(ReadOnlySpan<float> factor, Span<float> into) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> factor = factor;
        private readonly Span<float> into = into;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count) into.Save(i, into.Load<T>(i) * factor.Load<T>(i));
        }
    }

    /// <summary>A row of cells at the size of pixels.</summary>
    private static ReadOnlySpan<float> Wide(ReadOnlySpan<float> cells, int cell, Span<float> into)
    {
        if (cell == 1) return cells;
        for (var x = 0; x + 1 < into.Length; x += 2) into[x] = into[x + 1] = cells[x / 2];
        return into;
    }

    private readonly ref struct AgainKernel(ReadOnlySpan<float> alpha, ReadOnlySpan<float> deviation, ReadOnlySpan<float> first, ReadOnlySpan<float> firstOut, ReadOnlySpan<float> size, float kept,
        ReadOnlySpan<float> pure, ReadOnlySpan<float> pureOut, Span<float> inside, Span<float> outside) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> alpha = alpha;
        private readonly ReadOnlySpan<float> deviation = deviation;
        private readonly ReadOnlySpan<float> first = first;
        private readonly ReadOnlySpan<float> firstOut = firstOut;
        private readonly ReadOnlySpan<float> size = size;
        private readonly float kept = kept;
        private readonly ReadOnlySpan<float> pure = pure;
        private readonly ReadOnlySpan<float> pureOut = pureOut;
        private readonly Span<float> inside = inside;
        private readonly Span<float> outside = outside;

        public static bool MayRepeat => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            T old = T.Of(kept), fresh = T.Of(1 - kept);
            for (var i = from; i < to; i += T.Count)
            {
                T own = alpha.Load<T>(i), rest = T.Of(1) - own, spread = deviation.Load<T>(i), sureIn = T.Max(T.Of(0), own - spread), sureOut = T.Max(T.Of(0), rest - spread);
                inside.Save(i, old * first.Load<T>(i) * own * own * own * own + fresh * sureIn * sureIn * sureIn * sureIn * size.Load<T>(i) * pure.Load<T>(i));
                outside.Save(i, old * firstOut.Load<T>(i) * rest * rest + fresh * sureOut * sureOut * sureOut * sureOut * pureOut.Load<T>(i));
            }
        }
    }

    /// <summary>Those whose place makes them doubtful speak softly.</summary>
    private void Hush(float[] inside, float[] outside)
    {
        if (Voices is not { } voices) return;
        LaneLoop.Over(new TimesKernel(voices.Inside, inside), inside.Length);
        LaneLoop.Over(new TimesKernel(voices.Outside, outside), outside.Length);
    }

    private static float[] Softer(float[] one, float[] other)
    {
        for (var i = 0; i < other.Length; i++) other[i] = MathF.Min(one[i], other[i]);
        return other;
    }

    private static float[] Inverse(float[] mask)
    {
        var rest = new float[mask.Length];
        for (var i = 0; i < rest.Length; i++) rest[i] = 1 - mask[i];
        return rest;
    }

    /// <summary>How pure a cell's surroundings are.</summary>
    private static float[] Pure(MattePicture picture, float[] mask)
    {
        float[] near = SmallBlur.Of(mask, picture.CellsAcross, picture.CellsDown, 0.6 / picture.Cell), far = SmallBlur.Of(mask, picture.CellsAcross, picture.CellsDown, 1.2 / picture.Cell);
        for (var i = 0; i < near.Length; i++) near[i] = 0.001f + 0.999f * near[i] * near[i] * far[i] * far[i];
        return near;
    }

    /// <summary>The least value within a square.</summary>
    private static float[] Least(float[] plane, int width, int height, int radius)
    {
        var across = new float[plane.Length];
        var result = new float[plane.Length];
        Rows.Each(height, width + 2 * radius, (y, padded) =>
        {
            var row = plane.AsSpan(y * width, width);
            padded.AsSpan(0, radius).Fill(row[0]);
            row.CopyTo(padded.AsSpan(radius));
            padded.AsSpan(radius + width, radius).Fill(row[^1]);
            var into = across.AsSpan(y * width, width);
            row.CopyTo(into);
            for (var k = 0; k <= 2 * radius; k++) LaneLoop.Over(new LeastKernel(padded.AsSpan(k, width), into), width);
        });
        Rows.Each(height, y =>
        {
            var into = result.AsSpan(y * width, width);
            across.AsSpan(y * width, width).CopyTo(into);
            for (var v = Math.Max(0, y - radius); v <= Math.Min(height - 1, y + radius); v++) LaneLoop.Over(new LeastKernel(across.AsSpan(v * width, width), into), width);
        });
        return result;
    }

    private readonly ref struct LeastKernel(ReadOnlySpan<float> from, Span<float> into) : ILaneKernel
    {
        public static bool MayRepeat => true;

        private readonly ReadOnlySpan<float> from = from;
        private readonly Span<float> into = into;

        public void Run<T>(int first, int last) where T : struct, ILanes<T>
        {
            for (var i = first; i < last; i += T.Count) into.Save(i, T.Min(into.Load<T>(i), from.Load<T>(i)));
        }
    }

    /// <summary>How good a witness the piece of the rough mask is that a pixel belongs to, by its size.</summary>
    private static float[] Sizes(float[] rough, int width, int height)
    {
        var pieces = Components.Of(Marks.Above(rough, 0.4f), width, height);
        var areas = new float[pieces.Count];
        foreach (var run in pieces.Runs)
            for (var x = run.Begin; x < run.End; x++) areas[run.Label] += rough[run.Y * width + x];
        var sizes = new float[rough.Length];
        foreach (var run in pieces.Runs)
        {
            var size = areas[run.Label] / (areas[run.Label] + Scrap);
            // A rim of one pixel goes along.
            for (var y = Math.Max(0, run.Y - 1); y <= Math.Min(height - 1, run.Y + 1); y++)
            {
                int first = Math.Max(0, run.Begin - 1), last = Math.Min(width, run.End + 1);
                foreach (ref var own in sizes.AsSpan(y * width + first, last - first)) own = MathF.Max(own, size);
            }
        }
        return sizes;
    }
}
