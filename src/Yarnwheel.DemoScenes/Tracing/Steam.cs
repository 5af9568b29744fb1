using System.Numerics;

namespace Yarnwheel.DemoScenes.Tracing;

/// <summary>Drifting steam in a box: droplets that scatter light and swallow none. Free paths by Woodcock's method (1965), directions by Henyey and Greenstein (1941).</summary>
/// <param name="low">Lower corner of the box, metres.</param>
/// <param name="high">Upper corner, metres.</param>
/// <param name="densest">The most meetings a metre that <paramref name="density"/> gives.</param>
/// <param name="density">Expected meetings a metre at a place.</param>
/// <param name="forwards">Mean cosine of the scattering, −1 … 1.</param>
internal sealed class Steam(Vector3 low, Vector3 high, float densest, Func<Vector3, float> density, float forwards)
{
    /// <summary>Distance to the first droplet met before <paramref name="far"/>, or a value not below it.</summary>
    public float Meet(in Ray ray, float far, ref Sampler sampler)
    {
        var inverse = Vector3.One / ray.Direction;
        var a = (low - ray.Origin) * inverse;
        var b = (high - ray.Origin) * inverse;
        var enter = Vector3.Min(a, b);
        var leave = Vector3.Max(a, b);
        var t = MathF.Max(0, MathF.Max(enter.X, MathF.Max(enter.Y, enter.Z)));
        var end = MathF.Min(far, MathF.Min(leave.X, MathF.Min(leave.Y, leave.Z)));
        while (t < end)
        {
            t -= MathF.Log(1 - sampler.NextFree()) / densest;
            if (t >= end) break;
            if (sampler.NextFree() * densest < density(ray.At(t))) return t;
        }
        return float.MaxValue;
    }

    /// <summary>Share of light scattered from one direction into another, per steradian.</summary>
    public float Phase(Vector3 travelling, Vector3 onwards)
    {
        var g = forwards;
        var s = 1 + g * g - 2 * g * Vector3.Dot(travelling, onwards);
        return (1 - g * g) / (4 * MathF.PI * s * MathF.Sqrt(s));
    }

    /// <summary>A direction after a meeting.</summary>
    public Vector3 Scatter(Vector3 travelling, ref Sampler sampler)
    {
        var g = forwards;
        var u = sampler.NextFree();
        float cosine;
        if (MathF.Abs(g) < 1e-3f) cosine = 1 - 2 * u;
        else
        {
            var q = (1 - g * g) / (1 - g + 2 * g * u);
            cosine = (1 + g * g - q * q) / (2 * g);
        }
        var sine = MathF.Sqrt(MathF.Max(0, 1 - cosine * cosine));
        var angle = 2 * MathF.PI * sampler.NextFree();
        var (s, t) = Sampling.Frame(travelling);
        return Vector3.Normalize(s * (sine * MathF.Cos(angle)) + t * (sine * MathF.Sin(angle)) + travelling * cosine);
    }
}
