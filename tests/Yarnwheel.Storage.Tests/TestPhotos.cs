using NetVips;

namespace Yarnwheel.Storage.Tests;

/// <summary>Makes small picture files for tests.</summary>
internal static class TestPhotos
{
    public const int Width = 120;
    public const int Height = 80;

    /// <summary>Smooth colours, 8-bit sRGB.</summary>
    public static byte[] Pixels()
    {
        var rgb = new byte[3 * Width * Height];
        for (var i = 0; i < Width * Height; i++)
        {
            int x = i % Width, y = i / Width;
            (rgb[3 * i], rgb[3 * i + 1], rgb[3 * i + 2]) = ((byte)(2 * x), (byte)(3 * y), (byte)(255 - x - y));
        }
        return rgb;
    }

    public static Image Image() =>
        NetVips.Image.NewFromMemory(Pixels(), Width, Height, 3, Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Srgb);

    /// <summary>Writes a picture with the library's own writer for the extension.</summary>
    public static string Write(TempFolder folder, string name, Image? image = null)
    {
        var path = folder.File(name);
        (image ?? Image()).WriteToFile(path);
        return path;
    }

    /// <summary>The pixels of a file as the library reads them, upright and 8-bit.</summary>
    public static byte[] Read(string path)
    {
        using var image = NetVips.Image.NewFromFile(path);
        return image.WriteToMemory<byte>();
    }
}
