using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Scenes;

namespace Yarnwheel.DemoScenes.Truth;

/// <summary>A subject's coverage, its own colour and the colour of all else, pixel by pixel: alpha × subject + (1 − alpha) × rest is the light of the picture.</summary>
internal sealed class TrueColours
{
    /// <summary>0 … 1 for each pixel.</summary>
    public float[] Alpha { get; }

    /// <summary>Radiance, interleaved R, G, B; 0 where nothing of the subject is seen.</summary>
    public float[] Subject { get; }

    /// <summary>Radiance, interleaved R, G, B; 0 where nothing but the subject is seen.</summary>
    public float[] Rest { get; }

    /// <param name="exposure">What the sensor gathered.</param>
    /// <param name="subject">Index of the subject.</param>
    public TrueColours(Exposure exposure, int subject)
    {
        Alpha = exposure.Coverage[subject];
        Subject = new float[exposure.Light.Length];
        Rest = new float[exposure.Light.Length];
        for (var i = 0; i < exposure.Light.Length; i++)
        {
            var alpha = Alpha[i / 3];
            var share = exposure.Share[subject][i];
            if (alpha > 0) Subject[i] = share / alpha;
            if (alpha < 1) Rest[i] = MathF.Max(0, exposure.Light[i] - share) / (1 - alpha);
        }
    }

    /// <summary>Radiance as 16-bit values: the square root of its share of the brightest, which keeps dark values apart.</summary>
    public static ushort[] Encode(float[] radiance, SceneModel scene) =>
        [.. radiance.Select(v => (ushort)MathF.Round(65535 * MathF.Sqrt(Math.Clamp(v / (Exposure.Brightest * scene.White), 0, 1))))];

    /// <summary>The radiance that <see cref="Encode"/> was given.</summary>
    public static float[] Decode(ushort[] encoded, SceneModel scene) =>
        [.. encoded.Select(v => v / 65535f * (v / 65535f) * Exposure.Brightest * scene.White)];
}
