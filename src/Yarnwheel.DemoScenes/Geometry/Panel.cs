using System.Numerics;

namespace Yarnwheel.DemoScenes.Geometry;

/// <summary>A flat parallelogram, or the ellipse inscribed in it; both sides are met.</summary>
/// <param name="centre">Metres.</param>
/// <param name="right">Half its extent to the right, metres.</param>
/// <param name="up">Half its extent upwards, at a right angle to <paramref name="right"/>, metres.</param>
/// <param name="elliptic">Whether only the inscribed ellipse is there.</param>
internal sealed class Panel(Vector3 centre, Vector3 right, Vector3 up, bool elliptic = false) : Primitive
{
    private readonly Vector3 normal = Vector3.Normalize(Vector3.Cross(right, up));
    private readonly Vector3 rightScaled = right / right.LengthSquared();
    private readonly Vector3 upScaled = up / up.LengthSquared();

    public override (Vector3 Min, Vector3 Max) Bounds
    {
        get
        {
            var reach = Vector3.Abs(right) + Vector3.Abs(up) + new Vector3(1e-5f);
            return (centre - reach, centre + reach);
        }
    }

    public override float Intersect(in Ray ray, float near, float far)
    {
        var facing = Vector3.Dot(normal, ray.Direction);
        if (facing == 0) return float.MaxValue;
        var t = Vector3.Dot(normal, centre - ray.Origin) / facing;
        if (!(t > near && t < far)) return float.MaxValue;
        var offset = ray.At(t) - centre;
        var x = Vector3.Dot(offset, rightScaled);
        var y = Vector3.Dot(offset, upScaled);
        var inside = elliptic ? x * x + y * y <= 1 : MathF.Abs(x) <= 1 && MathF.Abs(y) <= 1;
        return inside ? t : float.MaxValue;
    }

    public override void Describe(ref Hit hit)
    {
        var offset = hit.Point - centre;
        hit.Normal = normal;
        hit.Uv = new Vector2(Vector3.Dot(offset, Vector3.Normalize(right)), Vector3.Dot(offset, Vector3.Normalize(up)));
    }
}
