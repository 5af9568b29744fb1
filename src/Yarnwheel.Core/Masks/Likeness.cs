namespace Yarnwheel.Core.Masks;

/// <summary>Turns distances to shades into a mask.</summary>
public static class Likeness
{
    /// <summary>1 up to the reach, easing to 0 over the fade (Hermite).</summary>
    /// <param name="distance">OKLab distance.</param>
    /// <param name="reach">OKLab distance.</param>
    /// <param name="fade">OKLab distance; 0 makes a hard step.</param>
    public static float Step(float distance, float reach, float fade)
    {
        if (distance <= reach) return 1;
        if (distance >= reach + fade) return 0;
        var t = (distance - reach) / fade;
        return 1 - t * t * (3 - 2 * t);
    }

    /// <summary>How far a colour is on the side of the kept shades: the nearer side wins, softly; one half where both are equally near.</summary>
    /// <param name="keep">Distance to the nearest kept shade.</param>
    /// <param name="leave">Distance to the nearest shade to be left out.</param>
    /// <param name="fade">OKLab distance.</param>
    public static float Side(float keep, float leave, float fade)
    {
        var width = 0.01f + 0.25f * fade;
        var t = Math.Clamp((leave - keep) / (2 * width) + 0.5f, 0, 1);
        return t * t * (3 - 2 * t);
    }

    /// <summary>The mask of a run of pixels.</summary>
    /// <param name="keep">Distances to the kept shades.</param>
    /// <param name="leave">Distances to those to be left out; empty for none.</param>
    /// <param name="reach">OKLab distance.</param>
    /// <param name="fade">OKLab distance.</param>
    /// <param name="mask">0 … 1.</param>
    public static void Row(ReadOnlySpan<float> keep, ReadOnlySpan<float> leave, float reach, float fade, Span<float> mask)
    {
        for (var i = 0; i < mask.Length; i++) mask[i] = Step(keep[i], reach, fade);
        if (leave.IsEmpty) return;
        for (var i = 0; i < mask.Length; i++)
            if (mask[i] > 0) mask[i] *= Side(keep[i], leave[i], fade);
    }
}
