using System.Numerics;

namespace Yarnwheel.DemoScenes.Tracing;

/// <summary>Light from far away: a sky whose radiance runs from the horizon to the zenith, brighter towards the sun, and a hazy sun.</summary>
internal sealed record Lighting
{
    /// <summary>Towards the sun, length 1.</summary>
    public Vector3 SunDirection { get; init; } = Vector3.UnitY;

    /// <summary>Irradiance of the sun on a surface facing it.</summary>
    public Vector3 Sun { get; init; }

    /// <summary>Half the sun's angle, degrees; haze makes it wide and its shadows soft.</summary>
    public float SunHalfAngle { get; init; } = 2;

    public Vector3 Zenith { get; init; } = Vector3.One;

    public Vector3 Horizon { get; init; } = Vector3.One;

    public Vector3 Below { get; init; } = Vector3.One;

    /// <summary>How much brighter the sky is round the sun.</summary>
    public Vector3 Glow { get; init; }

    public Vector3 Sky(Vector3 direction)
    {
        var up = direction.Y;
        var radiance = up >= 0
            ? Vector3.Lerp(Horizon, Zenith, MathF.Sqrt(up))
            : Vector3.Lerp(Horizon, Below, MathF.Min(1, -up * 4));
        var towards = MathF.Max(0, Vector3.Dot(direction, SunDirection));
        return radiance + Glow * MathF.Pow(towards, 6);
    }

    /// <summary>A direction into the sun's disc and the irradiance a facing surface gets from it.</summary>
    public (Vector3 Direction, Vector3 Irradiance) SampleSun(Vector2 u) =>
        (Sampling.Cone(SunDirection, MathF.Cos(SunHalfAngle * MathF.PI / 180), u), Sun);
}
