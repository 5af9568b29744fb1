using Yarnwheel.Core.Colour;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Scenes;

namespace Yarnwheel.DemoScenes.Camera;

/// <summary>From gathered light to an 8-bit sRGB picture: lateral colour, vignetting, exposure, grain, tone curve.</summary>
internal static class Development
{
    /// <summary>Develops interleaved linear light.</summary>
    /// <param name="light">Mean radiance, interleaved R, G, B.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="look">Exposure, white balance, grain.</param>
    /// <param name="seed">Of the grain.</param>
    /// <param name="grain">Whether the sensor adds grain.</param>
    public static byte[] Develop(float[] light, int width, int height, CameraLook look, uint seed, bool grain = true)
    {
        var result = new byte[width * height * 3];
        Parallel.For(0, height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                var dx = (2 * x + 1 - width) / (float)height;
                var dy = (2 * y + 1 - height) / (float)height;
                var radius2 = (dx * dx + dy * dy) / 3.25f;
                var fallOff = 1 - look.Vignetting * radius2;
                for (var c = 0; c < 3; c++)
                {
                    // Lateral colour: red and blue are drawn a hair larger and smaller than green.
                    var scale = 1 + (c - 1) * look.LateralColour * radius2;
                    var value = Bilinear(light, width, height, (x + 0.5f - width / 2f) * scale + width / 2f - 0.5f,
                        (y + 0.5f - height / 2f) * scale + height / 2f - 0.5f, c);
                    value *= fallOff * look.Exposure * look.Balance[c];
                    if (grain) value += Grain(x, y, c, seed) * look.Grain * MathF.Sqrt(MathF.Max(value, 0) * 0.09f + 0.0009f);
                    var encoded = Srgb.Encode(Tone(MathF.Max(0, value)));
                    result[(y * width + x) * 3 + c] = (byte)Math.Clamp((int)MathF.Round(encoded * 255), 0, 255);
                }
            }
        });
        return result;
    }

    /// <summary>A soft shoulder above three quarters and a slight toe; 0 stays 0.</summary>
    private static float Tone(float v)
    {
        v = v * v / (v + 0.006f);
        const float knee = 0.55f;
        return v <= knee ? v : knee + (1 - knee) * (1 - MathF.Exp(-(v - knee) / (1 - knee)));
    }

    /// <summary>Sum of a fine and a slightly coarser random field, deviation about 1.</summary>
    private static float Grain(int x, int y, int c, uint seed)
    {
        float Fine(int xx, int yy) =>
            Noise.Hash(xx, yy, (int)seed + c * 101) + Noise.Hash(xx, yy, (int)seed + c * 101 + 31) + Noise.Hash(xx, yy, (int)seed + c * 101 + 57) - 1.5f;
        return 1.35f * Fine(x, y) + 0.45f * (Fine(x + 1, y) + Fine(x, y + 1) + Fine(x - 1, y) + Fine(x, y - 1));
    }

    private static float Bilinear(float[] plane, int width, int height, float x, float y, int channel)
    {
        x = Math.Clamp(x, 0, width - 1);
        y = Math.Clamp(y, 0, height - 1);
        var x0 = Math.Min((int)x, width - 2);
        var y0 = Math.Min((int)y, height - 2);
        var fx = x - x0;
        var fy = y - y0;
        float At(int xx, int yy) => plane[(yy * width + xx) * 3 + channel];
        return (At(x0, y0) * (1 - fx) + At(x0 + 1, y0) * fx) * (1 - fy) + (At(x0, y0 + 1) * (1 - fx) + At(x0 + 1, y0 + 1) * fx) * fy;
    }
}
