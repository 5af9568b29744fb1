using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>A peeled willow rod: long streaks, a dull shine.</summary>
internal sealed class WickerRod(Vector3 tone) : Material
{
    public override Surface At(in Hit hit)
    {
        var shift = hit.Primitive!.Variation * 31;
        var streak = Noise.Fractal(new Vector3(hit.Uv.X * 28, hit.Uv.Y * 1.7f, shift), 3);
        var spot = Noise.Fractal(new Vector3(hit.Uv.X * 150, hit.Uv.Y * 2.5f, shift), 2);
        var albedo = tone * (1 + 0.45f * streak + 0.3f * spot);
        return new Surface
        {
            Albedo = Vector3.Clamp(albedo, Vector3.Zero, new Vector3(0.9f)),
            Normal = hit.Normal,
            Coat = 0.035f,
            Roughness = 0.5f,
        };
    }
}
