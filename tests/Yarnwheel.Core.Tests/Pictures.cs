using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Core.Tests;

/// <summary>Small pictures for tests.</summary>
internal static class Pictures
{
    /// <summary>Random colours, the same in each run.</summary>
    public static byte[] Random(int width, int height, int seed = 1)
    {
        var rgb = new byte[3 * width * height];
        new Random(seed).NextBytes(rgb);
        return rgb;
    }

    /// <summary>Smooth ramps of hue and lightness.</summary>
    public static byte[] Smooth(int width, int height)
    {
        var rgb = new byte[3 * width * height];
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                var at = 3 * (y * width + x);
                rgb[at] = (byte)(255 * x / width);
                rgb[at + 1] = (byte)(255 * y / height);
                rgb[at + 2] = (byte)(128 + 100 * Math.Sin(x * 0.02 + y * 0.013));
            }
        }
        return rgb;
    }

    public static Pyramid Pyramid(byte[] rgb, int width, int height) => Photos.Pyramid.Build(new BytePixels(rgb, width, height));
}
