using System.Numerics;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>A narrow Gaussian on one thread, for planes that are worked on side by side; beyond the border the border's value goes on.</summary>
internal static class SmallBlur
{
    public static float[] Of(float[] plane, int width, int height, double sigma)
    {
        var radius = Math.Max(1, (int)Math.Ceiling(2.6 * sigma));
        var kernel = new float[radius + 1];
        var all = 0.0;
        for (var k = 0; k <= radius; k++) all += (k == 0 ? 1 : 2) * Math.Exp(-k * k / (2 * sigma * sigma));
        for (var k = 0; k <= radius; k++) kernel[k] = (float)(Math.Exp(-k * k / (2 * sigma * sigma)) / all);
        var across = new float[plane.Length];
        var padded = new float[width + 2 * radius];
        for (var y = 0; y < height; y++)
        {
            var row = plane.AsSpan(y * width, width);
            padded.AsSpan(0, radius).Fill(row[0]);
            row.CopyTo(padded.AsSpan(radius));
            padded.AsSpan(radius + width).Fill(row[^1]);
            var into = across.AsSpan(y * width, width);
            Line(padded.AsSpan(radius, width), default, kernel[0], into, first: true);
            for (var k = 1; k <= radius; k++) Line(padded.AsSpan(radius - k, width), padded.AsSpan(radius + k, width), kernel[k], into, first: false);
        }
        var result = new float[plane.Length];
        for (var y = 0; y < height; y++)
        {
            var into = result.AsSpan(y * width, width);
            Line(across.AsSpan(y * width, width), default, kernel[0], into, first: true);
            for (var k = 1; k <= radius; k++)
                Line(across.AsSpan(Math.Max(0, y - k) * width, width), across.AsSpan(Math.Min(height - 1, y + k) * width, width), kernel[k], into, first: false);
        }
        return result;
    }

    /// <summary>Adds a pair of lines, or begins with a single one.</summary>
    private static void Line(ReadOnlySpan<float> one, ReadOnlySpan<float> other, float weight, Span<float> into, bool first)
    {
        var share = new Vector<float>(weight);
        var x = 0;
        if (first)
        {
            for (; x <= into.Length - Vector<float>.Count; x += Vector<float>.Count) (new Vector<float>(one[x..]) * share).CopyTo(into[x..]);
            for (; x < into.Length; x++) into[x] = one[x] * weight;
            return;
        }
        for (; x <= into.Length - Vector<float>.Count; x += Vector<float>.Count)
            (new Vector<float>(into[x..]) + (new Vector<float>(one[x..]) + new Vector<float>(other[x..])) * share).CopyTo(into[x..]);
        for (; x < into.Length; x++) into[x] += (one[x] + other[x]) * weight;
    }
}
