using System.Numerics;

namespace Yarnwheel.DemoScenes.Geometry;

/// <summary>A ball.</summary>
internal sealed class Sphere(Vector3 centre, float radius) : Primitive
{
    public override (Vector3 Min, Vector3 Max) Bounds => (centre - new Vector3(radius), centre + new Vector3(radius));

    public override float Intersect(in Ray ray, float near, float far)
    {
        var offset = ray.Origin - centre;
        var b = Vector3.Dot(offset, ray.Direction);
        // Haines et al. 2019 (Ray Tracing Gems, ch. 7): the discriminant from the rejected vector keeps its digits.
        var rejected = offset - b * ray.Direction;
        var discriminant = radius * radius - rejected.LengthSquared();
        if (discriminant < 0) return float.MaxValue;
        var root = MathF.Sqrt(discriminant);
        var t = -b - root;
        if (t > near && t < far) return t;
        t = -b + root;
        return t > near && t < far ? t : float.MaxValue;
    }

    public override void Describe(ref Hit hit)
    {
        hit.Normal = (hit.Point - centre) / radius;
        hit.Uv = new Vector2(MathF.Atan2(hit.Normal.Z, hit.Normal.X), hit.Normal.Y) * radius;
    }
}
