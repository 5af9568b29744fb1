using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Rendering;

/// <summary>Lays a picture that is transparent in places on white, in linear light: there a half-covered pixel has half the light, as on the screen of a compositor that does it right.</summary>
public static class WhiteGround
{
    /// <summary>Lays a row.</summary>
    /// <param name="light">Linear light with sRGB primaries, straight (not multiplied by the coverage); written over.</param>
    /// <param name="coverage">0 … 1, as many.</param>
    public static void Lay(LightRow light, ReadOnlySpan<float> coverage)
    {
        for (var x = 0; x < coverage.Length; x++)
        {
            var share = coverage[x];
            // What covers wholly keeps its very bits.
            if (share == 1) continue;
            light.Red[x] = 1 - share + share * light.Red[x];
            light.Green[x] = 1 - share + share * light.Green[x];
            light.Blue[x] = 1 - share + share * light.Blue[x];
        }
    }
}
