using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Strokes;

/// <summary>How far a stroke on the mask works on a value of it.</summary>
internal static class MaskToneWeight
{
    /// <param name="tones">Which values.</param>
    /// <param name="mask">0 … 1.</param>
    public static float Of(MaskTones tones, float mask) => tones switch
    {
        MaskTones.Darks => 1 - Step(mask, 0.3f, 0.6f),
        MaskTones.Middles => Step(mask, 0.1f, 0.35f) * (1 - Step(mask, 0.65f, 0.9f)),
        MaskTones.Lights => Step(mask, 0.4f, 0.7f),
        _ => 1,
    };

    /// <summary>From 0 to 1 (Hermite).</summary>
    private static float Step(float value, float from, float to) => 1 - Likeness.Step(value, from, to - from);
}
