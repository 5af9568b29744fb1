using System.Numerics;
using Yarnwheel.DemoScenes.Materials;

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

    /// <summary>Windows, doors and lamps; their shapes belong to the scene as well where they may be seen.</summary>
    public IReadOnlyList<AreaLight> Lamps { get; init; } = [];

    /// <summary>How much of the sky lies under cloud, 0 (clear) … 1.</summary>
    public float Cloud { get; init; }

    /// <summary>Radiance of a cloud's bright side.</summary>
    public Vector3 CloudLight { get; init; } = Vector3.One;

    public Vector3 Sky(Vector3 direction)
    {
        var up = direction.Y;
        var radiance = up >= 0
            ? Vector3.Lerp(Horizon, Zenith, MathF.Sqrt(up))
            : Vector3.Lerp(Horizon, Below, MathF.Min(1, -up * 4));
        if (Cloud > 0 && up > 0) radiance = Clouded(direction, radiance);
        var towards = MathF.Max(0, Vector3.Dot(direction, SunDirection));
        return radiance + Glow * MathF.Pow(towards, 6);
    }

    /// <summary>Torn layer clouds: lumpy noise on a plane above, thinner towards their rims, greyer where they are thick.</summary>
    private Vector3 Clouded(Vector3 direction, Vector3 clear)
    {
        var p = new Vector3(direction.X, direction.Z, 0.3f) / (direction.Y + 0.22f);
        var drift = new Vector3(Noise.Fractal(p * 0.9f, 3), Noise.Fractal(p * 0.9f + new Vector3(7.7f), 3), 0);
        var body = Noise.Fractal(p * 1.3f + drift * 1.6f, 6) + (Cloud - 0.5f) * 0.9f;
        var thick = Math.Clamp(body * 2.4f + 0.15f, 0, 1);
        var shade = 1 - 0.35f * Math.Clamp(Noise.Fractal(p * 2.1f + drift * 2 + new Vector3(3.1f), 4) * 1.2f + body, 0, 1);
        return Vector3.Lerp(clear, CloudLight * shade, thick * thick * (3 - 2 * thick) * 0.92f);
    }

    /// <summary>A direction into the sun's disc and the irradiance a facing surface gets from it.</summary>
    public (Vector3 Direction, Vector3 Irradiance) SampleSun(Vector2 u) =>
        (Sampling.Cone(SunDirection, MathF.Cos(SunHalfAngle * MathF.PI / 180), u), Sun);
}
