namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Means of several figures over what lies about a place, read between the cells that were summed.</summary>
/// <param name="side">Of a cell, pixels.</param>
/// <param name="across">Cells in a row.</param>
/// <param name="down">Rows of them.</param>
/// <param name="sums">Cell by cell, of each all figures' sums and at last the weight.</param>
internal sealed class FigureMeans(int side, int across, int down, float[] sums)
{
    /// <summary>Weight at which a mean counts half; where nothing lies it is 0.</summary>
    private const float Least = 0.01f;

    private readonly int stride = sums.Length / (across * down);

    public long Bytes => 4L * sums.Length;

    /// <summary>The means about a place.</summary>
    /// <param name="x">Pixels from the left.</param>
    /// <param name="y">Pixels from above.</param>
    /// <param name="into">Receives the first of them, as many as it holds.</param>
    public void Put(float x, float y, Span<float> into)
    {
        float u = Math.Clamp(x / side - 0.5f, 0, across - 1), v = Math.Clamp(y / side - 0.5f, 0, down - 1);
        int left = (int)u, top = (int)v, right = left + 1 < across ? stride : 0, below = top + 1 < down ? across * stride : 0, at = (top * across + left) * stride;
        float p = u - left, q = v - top, a = (1 - p) * (1 - q), b = p * (1 - q), c = (1 - p) * q, d = p * q;
        ReadOnlySpan<float> one = sums.AsSpan(at, stride), two = sums.AsSpan(at + right, stride), three = sums.AsSpan(at + below, stride), four = sums.AsSpan(at + right + below, stride);
        var share = 1 / (a * one[^1] + b * two[^1] + c * three[^1] + d * four[^1] + Least);
        for (var k = 0; k < into.Length; k++) into[k] = (a * one[k] + b * two[k] + c * three[k] + d * four[k]) * share;
    }
}
