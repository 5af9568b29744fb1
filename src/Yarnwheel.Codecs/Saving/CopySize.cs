namespace Yarnwheel.Codecs.Saving;

/// <summary>The size a copy is written at: at most so long, or at most so many pixels. Nothing is made larger than it is.</summary>
/// <param name="LongerSide">Pixels; null for any.</param>
/// <param name="Megapixels">Millions of pixels; null for any.</param>
public sealed record CopySize(int? LongerSide = null, double? Megapixels = null)
{
    /// <summary>The size of a copy.</summary>
    /// <param name="width">Of the photo, pixels.</param>
    /// <param name="height">Of the photo, pixels.</param>
    /// <returns>In the photo's proportions, each side at least 1 pixel.</returns>
    /// <example><code>new CopySize(LongerSide: 2048).For(6000, 4000); // 2048 × 1365</code></example>
    public (int Width, int Height) For(int width, int height)
    {
        var share = 1.0;
        if (LongerSide is { } side) share = Math.Min(share, (double)side / Math.Max(width, height));
        if (Megapixels is { } millions) share = Math.Min(share, Math.Sqrt(millions * 1e6 / ((double)width * height)));
        return share >= 1 ? (width, height) : (Math.Max(1, (int)Math.Round(width * share)), Math.Max(1, (int)Math.Round(height * share)));
    }
}
