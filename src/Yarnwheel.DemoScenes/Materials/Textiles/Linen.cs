using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials.Textiles;

/// <summary>Plain-woven cloth on a mesh whose coordinates are metres along weft and warp: threads go over and under, thick and thin.</summary>
/// <param name="dye">Albedo at a place of the cloth, metres.</param>
/// <param name="pitch">From thread to thread, metres.</param>
/// <param name="wet">How wet the cloth is at a place, 0 … 1: darker, with a gloss.</param>
internal sealed class Linen(Func<Vector2, Vector3> dye, float pitch, Func<Vector2, float> wet) : Material
{
    public override Surface At(in Hit hit)
    {
        var u = hit.Uv.X / pitch + 0.7f * Noise.Value(new Vector3(hit.Uv.X * 40, hit.Uv.Y * 9, 1));
        var v = hit.Uv.Y / pitch + 0.7f * Noise.Value(new Vector3(hit.Uv.X * 9, hit.Uv.Y * 40, 2));
        var (column, row) = ((int)MathF.Floor(u), (int)MathF.Floor(v));
        var (x, y) = (u - column - 0.5f, v - row - 0.5f);
        var weftOver = ((column + row) & 1) == 0;
        // The thread on top is round across and dips under its neighbours at both ends.
        var (across, along) = weftOver ? (y, x) : (x, y);
        var thread = Noise.Hash(weftOver ? row : column, weftOver ? 17 : 23, 5);
        // Warp hangs down.
        var up = Vector3.Normalize(Vector3.UnitY - hit.Normal * hit.Normal.Y);
        var right = Vector3.Cross(up, hit.Normal);
        var tiltAcross = across * (0.9f + 0.5f * thread);
        var tiltAlong = along * 0.5f;
        var fibre = Noise.Value(new Vector3(u * 3.1f, v * 3.1f, thread * 9));
        var tilt = weftOver ? right * tiltAlong - up * tiltAcross : right * tiltAcross - up * tiltAlong;
        var normal = Vector3.Normalize(hit.Normal + tilt * 0.75f + (right + up) * (fibre * 0.12f));
        if (Vector3.Dot(normal, hit.Normal) < 0.2f) normal = hit.Normal;
        var slub = Noise.Value(new Vector3(weftOver ? u * 0.05f : column * 3.3f, weftOver ? row * 3.3f : v * 0.05f, 8));
        var groove = 1 - 1.5f * MathF.Pow(MathF.Abs(across), 3) - 0.6f * along * along;
        var damp = wet(hit.Uv);
        var albedo = dye(hit.Uv) * (groove * (0.88f + 0.24f * thread + 0.18f * slub + 0.08f * fibre) * (1 - 0.35f * damp));
        albedo = Vector3.Clamp(albedo, Vector3.Zero, new Vector3(0.85f));
        return new Surface
        {
            Albedo = albedo * 0.88f,
            Through = albedo * (0.10f + 0.05f * damp),
            Normal = normal,
            Sheen = 0.10f * (1 - damp),
            Coat = 0.03f * damp,
            Roughness = 0.34f,
        };
    }
}
