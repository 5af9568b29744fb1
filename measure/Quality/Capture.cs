using Yarnwheel.Codecs;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Measure.Quality;

/// <summary>What a camera and a file do to a scene.</summary>
/// <param name="Grain">Deviation of the noise, of 255.</param>
/// <param name="Quality">Of the JPEG, below 90 with half the chroma's size both ways; null for no compression.</param>
internal sealed record Capture(double Grain, int? Quality)
{
    public static Capture Clean { get; } = new(0, null);

    public static Capture Grainy { get; } = new(3, 85);

    public BytePixels Photo(MatteScene scene)
    {
        var random = new Random(19);
        var rgb = new byte[3 * scene.Width * scene.Height];
        for (var i = 0; i < rgb.Length; i++)
        {
            // Four uniform values make a fair Gaussian: deviation 0.577.
            var noise = Grain == 0 ? 0 : (random.NextDouble() + random.NextDouble() + random.NextDouble() + random.NextDouble() - 2) * 1.733 * Grain;
            rgb[i] = (byte)Math.Clamp(Math.Round(255 * Srgb.Encode(Math.Clamp(scene.Light(i), 0, 1)) + noise), 0, 255);
        }
        if (Quality is null) return new BytePixels(rgb, scene.Width, scene.Height);
        var path = Path.GetTempFileName();
        try
        {
            File.WriteAllBytes(path, SampleWriter.Jpeg(rgb, scene.Width, scene.Height, Quality.Value, isHalved: Quality < 90));
            return (BytePixels)new PhotoReader(new PhotoLimits()).Read(path).Pixels;
        }
        finally
        {
            File.Delete(path);
        }
    }
}
