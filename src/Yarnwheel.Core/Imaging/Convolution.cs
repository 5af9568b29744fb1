using System.Buffers;
using System.Numerics;

namespace Yarnwheel.Core.Imaging;

/// <summary>Weighs each value's neighbours by a symmetric kernel, across and down; beyond the border the border's value goes on.</summary>
internal static class Convolution
{
    /// <param name="plane">Row by row.</param>
    /// <param name="width">Of a row.</param>
    /// <param name="height">Rows.</param>
    /// <param name="horizontal">The weight of the middle and of those at its sides, by distance.</param>
    /// <param name="vertical">The same of those above and below.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static float[] Of(float[] plane, int width, int height, float[] horizontal, float[] vertical, CancellationToken cancel)
    {
        var all = new Region(0, 0, width, height);
        var result = UnsetPlane.Of(all);
        Into(result, all, new Plane<float>(all, plane), horizontal, vertical, cancel);
        return result.Values;
    }

    /// <param name="result">Receives it.</param>
    /// <param name="region">What is wanted; within both planes.</param>
    /// <param name="plane">What is weighed.</param>
    /// <param name="horizontal">The weight of the middle and of those at its sides, by distance.</param>
    /// <param name="vertical">The same of those above and below.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static void Into(Plane<float> result, Region region, Plane<float> plane, float[] horizontal, float[] vertical, CancellationToken cancel)
    {
        var radius = horizontal.Length - 1;
        var all = plane.Region;
        int width = region.Width, first = Math.Max(all.Y, region.Y - vertical.Length + 1), last = Math.Min(all.Bottom, region.Bottom + vertical.Length - 1);
        int left = Math.Max(0, radius - region.X + all.X), right = Math.Max(0, radius + region.Right - all.Right);
        var within = new Region(region.X - radius + left, first, width + 2 * radius - left - right, last - first);
        var across = ArrayPool<float>.Shared.Rent(width * within.Height);
        Rows.Each(within, width + 2 * radius, (y, scratch) =>
        {
            ReadOnlySpan<float> row = plane.Row(y, within);
            var wide = scratch.AsSpan(0, width + 2 * radius);
            wide[..left].Fill(row[0]);
            row.CopyTo(wide[left..]);
            wide[^right..].Fill(row[^1]);
            var into = across.AsSpan((y - first) * width, width);
            Scale(wide.Slice(radius, width), horizontal[0], into);
            for (var k = 1; k <= radius; k++) AddPair(wide.Slice(radius - k, width), wide.Slice(radius + k, width), horizontal[k], into);
        }, cancel);
        Rows.Each(region, y =>
        {
            ReadOnlySpan<float> Row(int at) => across.AsSpan((Math.Clamp(at, first, last - 1) - first) * width, width);
            var into = result.Row(y, region);
            Scale(Row(y), vertical[0], into);
            for (var k = 1; k < vertical.Length; k++) AddPair(Row(y - k), Row(y + k), vertical[k], into);
        }, cancel);
        ArrayPool<float>.Shared.Return(across);
    }

    private static void Scale(ReadOnlySpan<float> from, float weight, Span<float> into)
    {
        var i = 0;
        for (; i <= into.Length - Vector<float>.Count; i += Vector<float>.Count) (new Vector<float>(from[i..]) * weight).CopyTo(into[i..]);
        for (; i < into.Length; i++) into[i] = from[i] * weight;
    }

    private static void AddPair(ReadOnlySpan<float> one, ReadOnlySpan<float> other, float weight, Span<float> into)
    {
        var i = 0;
        var share = new Vector<float>(weight);
        for (; i <= into.Length - Vector<float>.Count; i += Vector<float>.Count)
            (new Vector<float>(into[i..]) + (new Vector<float>(one[i..]) + new Vector<float>(other[i..])) * share).CopyTo(into[i..]);
        for (; i < into.Length; i++) into[i] += (one[i] + other[i]) * weight;
    }
}
