namespace Yarnwheel.Codecs;

/// <summary>The largest photo that is taken in.</summary>
public sealed record PhotoLimits
{
    /// <summary>Pixels, in millions.</summary>
    public double Megapixels { get; init; } = 200;

    /// <summary>File size, millions of bytes.</summary>
    public double Megabytes { get; init; } = 500;

    /// <summary>Memory that reading a photo and holding it may take, millions of bytes; null for half of what the process may use.</summary>
    public double? Memory { get; init; }

    /// <summary>Time that reading an unknown file may take.</summary>
    public double Seconds { get; init; } = 120;

    /// <summary>What a file's compressed texts and profiles may be unpacked, millions of bytes.</summary>
    public double Texts { get; init; } = 64;

    /// <summary>Memory that reading a photo and holding it may take, bytes.</summary>
    public double Budget => Memory * 1e6 ?? GC.GetGCMemoryInfo().TotalAvailableMemoryBytes / 2.0;
}
