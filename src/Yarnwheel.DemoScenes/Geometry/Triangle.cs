using System.Numerics;

namespace Yarnwheel.DemoScenes.Geometry;

/// <summary>A corner of a mesh: place (metres), normal (length 1), surface coordinates (metres).</summary>
internal readonly record struct Corner(Vector3 Place, Vector3 Normal, Vector2 Uv);

/// <summary>A facet of a mesh, shaded by the normals of its corners; met from both sides (Möller, Trumbore 1997).</summary>
internal sealed class Triangle(Corner a, Corner b, Corner c) : Primitive
{
    private readonly Vector3 ab = b.Place - a.Place;
    private readonly Vector3 ac = c.Place - a.Place;

    public override (Vector3 Min, Vector3 Max) Bounds =>
        (Vector3.Min(a.Place, Vector3.Min(b.Place, c.Place)) - new Vector3(1e-6f), Vector3.Max(a.Place, Vector3.Max(b.Place, c.Place)) + new Vector3(1e-6f));

    public override float Intersect(in Ray ray, float near, float far)
    {
        var (t, _, _) = Meet(ray.Origin, ray.Direction);
        return t > near && t < far ? t : float.MaxValue;
    }

    public override void Describe(ref Hit hit)
    {
        var flat = Vector3.Normalize(Vector3.Cross(ab, ac));
        var (_, v, w) = Meet(hit.Point, flat);
        var u = 1 - v - w;
        var normal = a.Normal * u + b.Normal * v + c.Normal * w;
        hit.Normal = Vector3.Normalize(normal);
        hit.Uv = a.Uv * u + b.Uv * v + c.Uv * w;
    }

    private (float T, float V, float W) Meet(Vector3 origin, Vector3 direction)
    {
        var p = Vector3.Cross(direction, ac);
        var determinant = Vector3.Dot(ab, p);
        if (MathF.Abs(determinant) < 1e-20f) return (float.MaxValue, 0, 0);
        var offset = origin - a.Place;
        var v = Vector3.Dot(offset, p) / determinant;
        var q = Vector3.Cross(offset, ab);
        var w = Vector3.Dot(direction, q) / determinant;
        if (v < -1e-6f || w < -1e-6f || v + w > 1 + 2e-6f) return (float.MaxValue, v, w);
        return (Vector3.Dot(ac, q) / determinant, v, w);
    }
}
