namespace Yarnwheel.Codecs;

/// <summary>The picture formats that can be read.</summary>
public enum PhotoFormat
{
    Jpeg,
    Png,
    Tiff,
    Webp,
    Avif,

    /// <summary>A sensor's picture, developed when it is read.</summary>
    Dng,
}
