namespace Yarnwheel.Codecs;

/// <summary>The largest photo that is taken in.</summary>
public sealed record PhotoLimits
{
    /// <summary>Pixels, in millions.</summary>
    public double Megapixels { get; init; } = 200;

    /// <summary>File size, millions of bytes.</summary>
    public double Megabytes { get; init; } = 500;

    /// <summary>Memory that an open photo may use, millions of bytes; null for what the process may use.</summary>
    public double? Memory { get; init; }
}
