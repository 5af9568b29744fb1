using NetVips;

namespace Yarnwheel.Codecs;

/// <summary>Encodes plain pixel arrays that never were a photo: made-up pictures and their masks.</summary>
public static class SampleWriter
{
    /// <summary>A JPEG from interleaved 8-bit sRGB.</summary>
    /// <param name="rgb">Row by row.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="quality">1 … 100.</param>
    /// <param name="isHalved">Whether four pixels have one sample of chroma (4:2:0), else each has its own.</param>
    public static byte[] Jpeg(byte[] rgb, int width, int height, int quality, bool isHalved = false)
    {
        using var image = ArrayImage.Of(rgb, width, height, 3, Enums.Interpretation.Srgb);
        return image.JpegsaveBuffer(q: quality, subsampleMode: isHalved ? Enums.ForeignSubsample.On : Enums.ForeignSubsample.Off, optimizeCoding: true, keep: Enums.ForeignKeep.None);
    }

    /// <summary>A 16-bit grey PNG.</summary>
    public static byte[] GreyPng(ushort[] grey, int width, int height) => Png(grey, width, height, 1, Enums.Interpretation.Grey16);

    /// <summary>A 16-bit colour PNG from interleaved values.</summary>
    public static byte[] ColourPng(ushort[] rgb, int width, int height) => Png(rgb, width, height, 3, Enums.Interpretation.Rgb16);

    private static byte[] Png(ushort[] values, int width, int height, int bands, Enums.Interpretation interpretation)
    {
        using var image = ArrayImage.Of(values, width, height, bands, interpretation);
        return image.PngsaveBuffer(compression: 9, keep: Enums.ForeignKeep.None);
    }
}
