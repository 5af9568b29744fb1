using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>A smooth border between two clear media, air, glass or liquid: mirrors and refracts (Fresnel, Snell), and dyes what passes through the inside (Beer, Lambert).</summary>
/// <param name="inside">Refractive index on the side the normal points away from.</param>
/// <param name="outside">Refractive index on the other side.</param>
/// <param name="absorption">Light lost inside per metre, natural logarithm, per channel.</param>
/// <param name="ripple">Unevenness of hand-made glass: the greatest tilt of its normal.</param>
internal sealed class Clear(float inside, float outside = 1, Vector3 absorption = default, float ripple = 0) : Material
{
    public override bool IsClear => true;

    public override Surface At(in Hit hit)
    {
        var normal = hit.Normal;
        if (ripple > 0)
        {
            var p = hit.Point * 55;
            normal = Vector3.Normalize(normal + ripple * new Vector3(Noise.Value(p), Noise.Value(p + new Vector3(31.7f)), Noise.Value(p + new Vector3(77.1f))));
        }
        return new Surface
        {
            Normal = normal,
            Refraction = hit.FromInside ? inside / outside : outside / inside,
            Kept = hit.FromInside && absorption != Vector3.Zero ? Passing(hit.Distance) : Vector3.One,
        };
    }

    /// <summary>Share of the light left after a way through the inside, metres.</summary>
    private Vector3 Passing(float way) => new(MathF.Exp(-absorption.X * way), MathF.Exp(-absorption.Y * way), MathF.Exp(-absorption.Z * way));
}
