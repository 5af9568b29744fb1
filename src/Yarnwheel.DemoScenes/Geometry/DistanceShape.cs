using System.Numerics;

namespace Yarnwheel.DemoScenes.Geometry;

/// <summary>A shape given by its signed distance, met by stepping along the ray as far as it is sure to be free (Hart 1996).</summary>
/// <param name="centre">Metres.</param>
/// <param name="right">Its first axis, length 1.</param>
/// <param name="up">Its second axis, length 1, at a right angle to the first.</param>
internal abstract class DistanceShape(Vector3 centre, Vector3 right, Vector3 up) : Primitive
{
    private const int MostSteps = 160;

    private readonly Vector3 forward = Vector3.Cross(right, up);

    /// <summary>Half of what it measures along its own axes, metres.</summary>
    protected abstract Vector3 Reach { get; }

    /// <summary>Metres from the surface, below zero inside; in its own axes.</summary>
    protected abstract float Distance(Vector3 p);

    public override (Vector3 Min, Vector3 Max) Bounds
    {
        get
        {
            var reach = Vector3.Abs(right) * Reach.X + Vector3.Abs(up) * Reach.Y + Vector3.Abs(forward) * Reach.Z + new Vector3(1e-5f);
            return (centre - reach, centre + reach);
        }
    }

    public override float Intersect(in Ray ray, float near, float far)
    {
        // Distances are counted from the point nearest the centre, so that they keep their digits far from the lens.
        var shift = Vector3.Dot(centre - ray.Origin, ray.Direction);
        var origin = Own(ray.At(shift) - centre);
        var direction = Own(ray.Direction);
        var size = Reach.Length();
        var outside = size * size - origin.LengthSquared();
        if (outside <= 0) return float.MaxValue;
        var half = MathF.Sqrt(outside);
        var t = MathF.Max(near - shift, -half);
        var end = MathF.Min(far - shift, half);
        var precision = size * 2e-5f;
        var sign = MathF.CopySign(1, Distance(origin + direction * t));
        // A ray that starts on the surface leaves it first.
        if (t > -half) t += precision * 2;
        for (var k = 0; k < MostSteps && t < end; k++)
        {
            var d = sign * Distance(origin + direction * t);
            if (d < precision) return t + shift > near ? t + shift : float.MaxValue;
            t += d;
        }
        return float.MaxValue;
    }

    public override void Describe(ref Hit hit)
    {
        var p = Own(hit.Point - centre);
        var step = Reach.Length() * 1e-3f;
        var slope = new Vector3(
            Distance(p + step * Vector3.UnitX) - Distance(p - step * Vector3.UnitX),
            Distance(p + step * Vector3.UnitY) - Distance(p - step * Vector3.UnitY),
            Distance(p + step * Vector3.UnitZ) - Distance(p - step * Vector3.UnitZ));
        slope = Vector3.Normalize(slope);
        hit.Normal = right * slope.X + up * slope.Y + forward * slope.Z;
        hit.Uv = Coordinates(p, slope);
    }

    /// <summary>Surface coordinates in metres at a point in its own axes.</summary>
    protected abstract Vector2 Coordinates(Vector3 p, Vector3 normal);

    private Vector3 Own(Vector3 v) => new(Vector3.Dot(v, right), Vector3.Dot(v, up), Vector3.Dot(v, forward));
}
