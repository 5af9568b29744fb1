using System.Numerics;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>The relief of an upright wall as a tilt of its normal.</summary>
internal static class Relief
{
    /// <param name="normal">Of the flat wall.</param>
    /// <param name="u">Along the wall, metres.</param>
    /// <param name="v">Up the wall, metres.</param>
    /// <param name="step">Over which slopes are taken, metres.</param>
    /// <param name="height">Of the relief at a place, metres.</param>
    public static Vector3 Tilt(Vector3 normal, float u, float v, float step, Func<float, float, float> height)
    {
        var here = height(u, v);
        var slopeU = (height(u + step, v) - here) / step;
        var slopeV = (height(u, v + step) - here) / step;
        var right = Vector3.Normalize(Vector3.Cross(Vector3.UnitY, normal));
        return Vector3.Normalize(normal - right * slopeU - Vector3.UnitY * slopeV);
    }
}
