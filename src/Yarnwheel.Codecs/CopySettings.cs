namespace Yarnwheel.Codecs;

/// <summary>How a copy is written.</summary>
public sealed record CopySettings
{
    public CopyFormat Format { get; init; } = CopyFormat.Jpeg;

    /// <summary>Of JPEG and WebP, 1 … 100.</summary>
    public int Quality { get; init; } = 92;

    /// <summary>A channel, 8 or 16; JPEG and WebP always have 8.</summary>
    public int Bits { get; init; } = 8;

    /// <summary>With the dot.</summary>
    public string Extension => Format switch
    {
        CopyFormat.Jpeg => ".jpg",
        CopyFormat.Png => ".png",
        CopyFormat.Tiff => ".tif",
        _ => ".webp",
    };
}

/// <summary>The formats a copy can be written in.</summary>
public enum CopyFormat
{
    Jpeg,
    Png,
    Tiff,
    Webp,
}
