using System.Numerics;

namespace Yarnwheel.DemoScenes.Geometry;

/// <summary>A half line; <paramref name="Direction"/> has length 1.</summary>
internal readonly record struct Ray(Vector3 Origin, Vector3 Direction)
{
    public Vector3 At(float distance) => Origin + Direction * distance;
}
