namespace Yarnwheel.Codecs.Saving;

/// <summary>How a copy is written.</summary>
public sealed record CopySettings
{
    public CopyFormat Format { get; init; } = CopyFormat.Jpeg;

    /// <summary>Of JPEG, WebP and AVIF, 1 … 100.</summary>
    public int Quality { get; init; } = 92;

    /// <summary>A channel, 8 or 16; JPEG, WebP and AVIF always have 8.</summary>
    public int Bits { get; init; } = 8;

    public CopyProfile Profile { get; init; }

    /// <summary>Null for the size of the photo.</summary>
    public CopySize? Size { get; init; }

    /// <summary>For the size it is written at, after the recipe's own sharpening.</summary>
    public OutputSharpness Sharpness { get; init; }

    public MetadataScope Metadata { get; init; }

    /// <summary>Written into the copy where it is not empty: EXIF Copyright and XMP dc:rights.</summary>
    public string? Copyright { get; init; }

    /// <summary>Who made it; written into the copy where it is not empty: EXIF Artist and XMP dc:creator.</summary>
    public string? Credit { get; init; }

    /// <summary>Whether the recipe is written into the copy as XMP.</summary>
    public bool EmbedRecipe { get; init; }

    /// <summary>With the dot.</summary>
    public string Extension => ExtensionOf(Format);

    /// <summary>Whether what is transparent in the photo stays so; else it is white.</summary>
    public bool KeepsTransparency => Format != CopyFormat.Jpeg;

    /// <summary>Bits that the file has in the end.</summary>
    internal int FileBits => Format is CopyFormat.Png or CopyFormat.Tiff ? Bits : 8;

    /// <summary>A format's extension, with the dot.</summary>
    public static string ExtensionOf(CopyFormat format) => format switch
    {
        CopyFormat.Jpeg => ".jpg",
        CopyFormat.Png => ".png",
        CopyFormat.Tiff => ".tif",
        CopyFormat.Webp => ".webp",
        CopyFormat.Avif => ".avif",
        _ => ".ora",
    };

    /// <summary>What is wrong with it, in a sentence; null where nothing is.</summary>
    public string? Fault() => this switch
    {
        { Quality: < 1 or > 100 } => "Quality is a number from 1 to 100; nothing was saved.",
        { Bits: not (8 or 16) } => "A channel has 8 or 16 bits; nothing was saved.",
        { Bits: 16, Format: CopyFormat.Jpeg or CopyFormat.Webp or CopyFormat.Avif or CopyFormat.Layers } => "16 bits a channel need PNG or TIFF; nothing was saved.",
        { Size.LongerSide: < 16 or > 100_000 } => "The longer side is a number of pixels from 16 to 100000; nothing was saved.",
        { Size.Megapixels: not (null or (>= 0.01 and <= 1000)) } => "A size in megapixels lies between 0.01 and 1000; nothing was saved.",
        { Copyright.Length: > 400 } or { Credit.Length: > 400 } => "Copyright and credit have at most 400 characters; nothing was saved.",
        { Format: CopyFormat.Layers, Size: not null } or { Format: CopyFormat.Layers, Sharpness: not OutputSharpness.None } => "Layers are written at the photo’s own size, without sharpening; nothing was saved.",
        _ => null,
    };
}

/// <summary>The formats a copy can be written in.</summary>
public enum CopyFormat
{
    Jpeg,
    Png,
    Tiff,
    Webp,
    Avif,

    /// <summary>OpenRaster: greys, and each area as a layer of its own.</summary>
    Layers,
}

/// <summary>The colours a copy is written in.</summary>
public enum CopyProfile
{
    /// <summary>As the photo.</summary>
    Photo,

    Srgb,

    /// <summary>Display P3: primaries of SMPTE RP 431-2, white and curve of sRGB.</summary>
    Wide,
}

/// <summary>Which of the photo's metadata a copy carries.</summary>
public enum MetadataScope
{
    All,

    /// <summary>All but where it was taken.</summary>
    WithoutPlace,

    None,
}

/// <summary>Sharpening for the size a copy is written at.</summary>
public enum OutputSharpness
{
    None,
    Light,
    Medium,
    Strong,
}
