using System.Numerics;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>Smooth random fields (Perlin 2002) and hashes, the same on every machine.</summary>
internal static class Noise
{
    public static float Hash(int x, int y, int z)
    {
        unchecked
        {
            var h = (uint)x * 0x9E3779B1u ^ (uint)y * 0x85EBCA77u ^ (uint)z * 0xC2B2AE3Du;
            h = (h ^ (h >> 16)) * 0x7FEB352Du;
            h = (h ^ (h >> 15)) * 0x846CA68Bu;
            return (h ^ (h >> 16)) * (1f / 4294967296f);
        }
    }

    /// <summary>Value noise in about −1 … 1.</summary>
    public static float Value(Vector3 p)
    {
        var fx = MathF.Floor(p.X);
        var fy = MathF.Floor(p.Y);
        var fz = MathF.Floor(p.Z);
        int x = (int)fx, y = (int)fy, z = (int)fz;
        var u = Fade(p.X - fx);
        var v = Fade(p.Y - fy);
        var w = Fade(p.Z - fz);
        float Row(int yy, int zz) => Mix(Hash(x, yy, zz), Hash(x + 1, yy, zz), u);
        var near = Mix(Row(y, z), Row(y + 1, z), v);
        var far = Mix(Row(y, z + 1), Row(y + 1, z + 1), v);
        return Mix(near, far, w) * 2 - 1;
    }

    /// <summary>Octaves of noise, each twice as fine and half as strong.</summary>
    public static float Fractal(Vector3 p, int octaves)
    {
        var sum = 0f;
        var amplitude = 0.5f;
        for (var i = 0; i < octaves; i++)
        {
            sum += amplitude * Value(p);
            p = p * 2.03f + new Vector3(17.3f, 5.1f, 9.7f);
            amplitude *= 0.5f;
        }
        return sum;
    }

    private static float Fade(float t) => t * t * t * (t * (t * 6 - 15) + 10);

    private static float Mix(float a, float b, float t) => a + (b - a) * t;
}
