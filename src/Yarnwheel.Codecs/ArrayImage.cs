using NetVips;

namespace Yarnwheel.Codecs;

/// <summary>Pictures of the codec library over arrays of ours, without a copy.</summary>
/// <remarks>The array is held fast until the picture, and every picture made of it, is disposed of; what is left to the collector never lets go.</remarks>
internal static class ArrayImage
{
    /// <param name="values">Channels interleaved, row by row: bytes, words or floats.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="bands">Channels a pixel.</param>
    /// <param name="interpretation">What they mean.</param>
    public static Image Of<T>(T[] values, int width, int height, int bands, Enums.Interpretation interpretation) where T : unmanaged
    {
        var format = values switch
        {
            byte[] => Enums.BandFormat.Uchar,
            ushort[] => Enums.BandFormat.Ushort,
            float[] => Enums.BandFormat.Float,
            _ => throw new ArgumentException("Bytes, words or floats.", nameof(values)),
        };
        using var image = Image.NewFromMemory(values, width, height, bands, format);
        return image.Copy(interpretation: interpretation);
    }
}
