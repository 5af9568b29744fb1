using System.Numerics;

namespace Yarnwheel.DemoScenes.Geometry;

/// <summary>A block with rounded edges.</summary>
/// <param name="centre">Metres.</param>
/// <param name="right">Its first axis, length 1.</param>
/// <param name="up">Its second axis, length 1.</param>
/// <param name="half">Half of its width, height and depth, metres.</param>
/// <param name="rounding">Radius of its edges, metres, at most its smallest half.</param>
internal sealed class RoundedBox(Vector3 centre, Vector3 right, Vector3 up, Vector3 half, float rounding) : DistanceShape(centre, right, up)
{
    private readonly Vector3 core = half - new Vector3(rounding);

    protected override Vector3 Reach => half;

    protected override float Distance(Vector3 p)
    {
        var q = Vector3.Abs(p) - core;
        return Vector3.Max(q, Vector3.Zero).Length() + MathF.Min(0, MathF.Max(q.X, MathF.Max(q.Y, q.Z))) - rounding;
    }

    protected override Vector2 Coordinates(Vector3 p, Vector3 normal)
    {
        var n = Vector3.Abs(normal);
        return n.X > n.Y && n.X > n.Z ? new Vector2(p.Z, p.Y) : n.Y > n.Z ? new Vector2(p.X, p.Z) : new Vector2(p.X, p.Y);
    }
}
