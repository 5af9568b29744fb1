using System.Numerics;

namespace Yarnwheel.DemoScenes.Geometry;

/// <summary>A round stick with round ends: one link of a swept curve.</summary>
/// <param name="a">Start, metres.</param>
/// <param name="b">End, metres.</param>
/// <param name="radius">Metres.</param>
/// <param name="along">Arc length of the curve at the start, metres; carried into the surface coordinates.</param>
/// <param name="side">A direction across the axis, carried along the curve without twisting, from which the angle is counted.</param>
internal sealed class Capsule(Vector3 a, Vector3 b, float radius, float along, Vector3 side) : Primitive
{
    private readonly Vector3 axis = b - a;

    public override (Vector3 Min, Vector3 Max) Bounds =>
        (Vector3.Min(a, b) - new Vector3(radius), Vector3.Max(a, b) + new Vector3(radius));

    // Quilez, "Capsule - intersection" (the cylinder, then the cap on the side the cylinder is left).
    public override float Intersect(in Ray ray, float near, float far)
    {
        var oa = ray.Origin - a;
        var baba = axis.LengthSquared();
        var bard = Vector3.Dot(axis, ray.Direction);
        var baoa = Vector3.Dot(axis, oa);
        var rdoa = Vector3.Dot(ray.Direction, oa);
        // The origin is moved to the point nearest the capsule's start, so that thin fibres far away keep their digits.
        var shift = -rdoa;
        oa += ray.Direction * shift;
        baoa += bard * shift;
        rdoa = 0;
        var qa = baba - bard * bard;
        var qb = baba * rdoa - baoa * bard;
        var qc = baba * oa.LengthSquared() - baoa * baoa - radius * radius * baba;
        var h = qb * qb - qa * qc;
        if (h < 0) return float.MaxValue;
        var t = (-qb - MathF.Sqrt(h)) / qa;
        var y = baoa + t * bard;
        if (y > 0 && y < baba)
        {
            t += shift;
            return t > near && t < far ? t : float.MaxValue;
        }
        var oc = y <= 0 ? oa : oa - axis;
        qb = Vector3.Dot(ray.Direction, oc);
        h = qb * qb - (oc.LengthSquared() - radius * radius);
        if (h <= 0) return float.MaxValue;
        t = -qb - MathF.Sqrt(h) + shift;
        return t > near && t < far ? t : float.MaxValue;
    }

    public override void Describe(ref Hit hit)
    {
        var length = axis.Length();
        var forward = axis / length;
        var s = Math.Clamp(Vector3.Dot(hit.Point - a, forward), 0, length);
        hit.Normal = Vector3.Normalize(hit.Point - a - forward * s);
        var across = Vector3.Cross(forward, side);
        hit.Uv = new Vector2(along + s, MathF.Atan2(Vector3.Dot(hit.Normal, across), Vector3.Dot(hit.Normal, side)));
    }

    /// <summary>The direction of the strand, for materials that tilt their normal along it.</summary>
    public Vector3 Forward => Vector3.Normalize(axis);
}
