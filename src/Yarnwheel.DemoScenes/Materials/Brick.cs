using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>A wall of weathered brick in running bond; surface coordinates in metres.</summary>
internal sealed class Brick : Material
{
    private const float Length = 0.225f;
    private const float Course = 0.075f;
    private const float Joint = 0.011f;

    public override Surface At(in Hit hit)
    {
        var u = hit.Uv.X;
        var v = hit.Uv.Y;
        var normal = Relief.Tilt(hit.Normal, u, v, 0.0012f, Height);

        var (column, row, inside) = Locate(u, v);
        var own = Noise.Hash(column, row, 3);
        var other = Noise.Hash(column, row, 8);
        var burnt = Vector3.Lerp(new Vector3(0.36f, 0.15f, 0.095f), new Vector3(0.22f, 0.10f, 0.075f), own);
        burnt = Vector3.Lerp(burnt, new Vector3(0.42f, 0.25f, 0.17f), other * other * 0.7f);
        var grit = Noise.Fractal(new Vector3(u * 260, v * 260, own * 9), 4);
        var stain = Noise.Fractal(new Vector3(u * 3.1f, v * 2.3f, 4), 4);
        burnt *= 1 + 0.35f * grit + 0.3f * stain;
        var lime = Noise.Fractal(new Vector3(u * 9, v * 9, 21), 4);
        burnt = Vector3.Lerp(burnt, new Vector3(0.55f, 0.5f, 0.44f), Math.Clamp(lime * 1.6f - 0.42f, 0, 0.55f));
        var mortar = new Vector3(0.44f, 0.40f, 0.35f) * (1 + 0.3f * grit + 0.25f * stain);
        return new Surface { Albedo = Vector3.Clamp(Vector3.Lerp(mortar, burnt, inside), Vector3.Zero, new Vector3(0.9f)), Normal = normal };
    }

    private static (int Column, int Row, float Inside) Locate(float u, float v)
    {
        var wobble = 0.0022f * Noise.Value(new Vector3(u * 21, v * 21, 1));
        v += wobble;
        u += wobble;
        var row = (int)MathF.Floor(v / Course);
        u += (row & 1) * Length / 2;
        var column = (int)MathF.Floor(u / Length);
        var edge = MathF.Min(
            Length / 2 - MathF.Abs(u - (column + 0.5f) * Length),
            Course / 2 - MathF.Abs(v - (row + 0.5f) * Course)) - Joint / 2;
        var t = Math.Clamp(edge / 0.004f + 0.5f, 0, 1);
        return (column, row, t * t * (3 - 2 * t));
    }

    private static float Height(float u, float v)
    {
        var (column, row, inside) = Locate(u, v);
        return 0.004f * inside + 0.0014f * Noise.Fractal(new Vector3(u * 160, v * 160, Noise.Hash(column, row, 5) * 7), 4);
    }
}
