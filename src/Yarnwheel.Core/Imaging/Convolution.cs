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
        var radius = horizontal.Length - 1;
        var across = new float[width * height];
        Rows.Each(height, width + 2 * radius, (y, wide) =>
        {
            var row = plane.AsSpan(y * width, width);
            wide.AsSpan(0, radius).Fill(row[0]);
            row.CopyTo(wide.AsSpan(radius));
            wide.AsSpan(radius + width, radius).Fill(row[^1]);
            var into = across.AsSpan(y * width, width);
            Scale(wide.AsSpan(radius, width), horizontal[0], into);
            for (var k = 1; k <= radius; k++) AddPair(wide.AsSpan(radius - k, width), wide.AsSpan(radius + k, width), horizontal[k], into);
        }, cancel);
        var result = new float[width * height];
        Rows.Each(height, y =>
        {
            ReadOnlySpan<float> Row(int at) => across.AsSpan(Math.Clamp(at, 0, height - 1) * width, width);
            var into = result.AsSpan(y * width, width);
            Scale(Row(y), vertical[0], into);
            for (var k = 1; k < vertical.Length; k++) AddPair(Row(y - k), Row(y + k), vertical[k], into);
        }, cancel);
        return result;
    }

    private static void Scale(ReadOnlySpan<float> from, float weight, Span<float> into)
    {
        for (var i = 0; i < into.Length; i++) into[i] = from[i] * weight;
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
