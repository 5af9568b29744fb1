using System.Numerics;

namespace Yarnwheel.DemoScenes.Geometry;

/// <summary>A ring of round section.</summary>
/// <param name="centre">Metres.</param>
/// <param name="right">A direction in the plane of the ring, length 1.</param>
/// <param name="axis">The direction through its hole, length 1.</param>
/// <param name="ring">Radius of the circle its section runs along, metres.</param>
/// <param name="tube">Radius of its section, metres.</param>
internal sealed class Torus(Vector3 centre, Vector3 right, Vector3 axis, float ring, float tube) : DistanceShape(centre, right, axis)
{
    protected override Vector3 Reach => new(ring + tube, tube, ring + tube);

    protected override float Distance(Vector3 p)
    {
        var across = MathF.Sqrt(p.X * p.X + p.Z * p.Z) - ring;
        return MathF.Sqrt(across * across + p.Y * p.Y) - tube;
    }

    protected override Vector2 Coordinates(Vector3 p, Vector3 normal) =>
        new(MathF.Atan2(p.Z, p.X) * ring, MathF.Atan2(p.Y, MathF.Sqrt(p.X * p.X + p.Z * p.Z) - ring) * tube);
}
