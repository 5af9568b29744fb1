using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>A plastered wall under many coats of limewash: trowelled swells, brush marks, cracks, older coats showing through.</summary>
internal sealed class Limewash : Material
{
    public override Surface At(in Hit hit)
    {
        var u = hit.Uv.X;
        var v = hit.Uv.Y;
        var normal = Relief.Tilt(hit.Normal, u, v, 0.0006f, Height);
        var tone = Noise.Fractal(new Vector3(u * 4.2f, v * 3.1f, 7), 5);
        var brush = Brush(u, v);
        var albedo = new Vector3(0.70f, 0.665f, 0.595f) * (1 + 0.16f * tone + 0.06f * brush);
        // Where a coat has worn thin the clay below is guessed at.
        var worn = Math.Clamp(Noise.Fractal(new Vector3(u * 5.5f, v * 6.5f, 31), 6) * 2.6f - 0.62f, 0, 0.6f);
        albedo = Vector3.Lerp(albedo, new Vector3(0.50f, 0.37f, 0.25f), worn);
        albedo = Vector3.Lerp(albedo, new Vector3(0.16f, 0.13f, 0.10f), Crack(u, v) * 0.75f);
        albedo *= 1 - 0.4f * Speck(u, v);
        return new Surface { Albedo = Vector3.Clamp(albedo, Vector3.Zero, new Vector3(0.88f)), Normal = normal };
    }

    /// <summary>Grains of sand that show through: at most one in each cell, of uneven outline.</summary>
    private static float Speck(float u, float v)
    {
        const float cell = 0.008f;
        var (column, row) = ((int)MathF.Floor(u / cell), (int)MathF.Floor(v / cell));
        if (Noise.Hash(column, row, 71) > 0.3f) return 0;
        var radius = 0.00015f + 0.0006f * MathF.Pow(Noise.Hash(column, row, 72), 3);
        var at = new Vector2((column + 0.2f + 0.6f * Noise.Hash(column, row, 73)) * cell, (row + 0.2f + 0.6f * Noise.Hash(column, row, 74)) * cell);
        var away = Vector2.Distance(at, new Vector2(u, v)) * (1 + 0.5f * Noise.Value(new Vector3(u * 1900, v * 1900, 5)));
        return Math.Clamp((radius - away) / 0.00018f + 0.5f, 0, 1);
    }

    private static float Brush(float u, float v)
    {
        // Two ways of the brush, crossing; where one was laid on last, it is the one seen.
        var last = Math.Clamp(Noise.Fractal(new Vector3(u * 5, v * 5, 12), 3) * 3 + 0.5f, 0, 1);
        return Stroke(0.42f) * last + Stroke(-0.75f) * (1 - last);

        float Stroke(float turn)
        {
            var (sin, cos) = MathF.SinCos(turn);
            var across = u * sin + v * cos + 0.004f * Noise.Value(new Vector3(u * 9, v * 9, turn));
            return Noise.Fractal(new Vector3((u * cos - v * sin) * 22, across * 380, turn), 3);
        }
    }

    private static float Crack(float u, float v)
    {
        u += 0.05f * Noise.Fractal(new Vector3(u * 6, v * 6, 91), 4);
        var line = MathF.Abs(Noise.Fractal(new Vector3(u * 2.1f + 3, v * 1.3f, 44), 5));
        var open = Math.Clamp(Noise.Value(new Vector3(u * 4, v * 4, 61)) * 1.8f - 0.3f, 0, 1);
        return open * Math.Clamp(1 - line / 0.0035f, 0, 1);
    }

    private static float Height(float u, float v) =>
        0.012f * Noise.Fractal(new Vector3(u * 7, v * 7, 1), 3)
        + 0.0011f * Noise.Fractal(new Vector3(u * 60, v * 60, 5), 4)
        + 0.00024f * Brush(u, v)
        - 0.0011f * Crack(u, v);
}
