using NetVips;

namespace Yarnwheel.Codecs;

/// <summary>Encodes frames for the screen.</summary>
public static class FrameEncoder
{
    static FrameEncoder() => CodecLibrary.Prepare();

    /// <summary>A JPEG of interleaved 8-bit sRGB.</summary>
    /// <param name="rgb">Pixels.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="quality">1 … 100.</param>
    /// <param name="fullColour">Whether colour is kept at full resolution (4:4:4) or halved (4:2:0).</param>
    public static byte[] Jpeg(byte[] rgb, int width, int height, int quality, bool fullColour)
    {
        using var image = ArrayImage.Of(rgb, width, height, 3, Enums.Interpretation.Srgb);
        return image.JpegsaveBuffer(q: quality, subsampleMode: fullColour ? Enums.ForeignSubsample.Off : Enums.ForeignSubsample.On, keep: Enums.ForeignKeep.None);
    }

    /// <summary>A PNG of interleaved 8-bit sRGB, pixel for pixel.</summary>
    public static byte[] Png(byte[] rgb, int width, int height)
    {
        using var image = ArrayImage.Of(rgb, width, height, 3, Enums.Interpretation.Srgb);
        return image.PngsaveBuffer(compression: 1, filter: Enums.ForeignPngFilter.Sub, keep: Enums.ForeignKeep.None);
    }
}
