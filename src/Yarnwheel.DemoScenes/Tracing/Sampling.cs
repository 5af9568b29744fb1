using System.Numerics;

namespace Yarnwheel.DemoScenes.Tracing;

/// <summary>Maps uniform numbers onto discs, hemispheres and cones (Pharr, Jakob, Humphreys, Physically Based Rendering, ch. 13).</summary>
internal static class Sampling
{
    public static Vector2 Disc(Vector2 u)
    {
        var x = 2 * u.X - 1;
        var y = 2 * u.Y - 1;
        if (x == 0 && y == 0) return Vector2.Zero;
        var (r, angle) = MathF.Abs(x) > MathF.Abs(y)
            ? (x, MathF.PI / 4 * (y / x))
            : (y, MathF.PI / 2 - MathF.PI / 4 * (x / y));
        return new Vector2(r * MathF.Cos(angle), r * MathF.Sin(angle));
    }

    /// <summary>A direction about the normal with density cos θ / π.</summary>
    public static Vector3 CosineHemisphere(Vector3 normal, Vector2 u)
    {
        var d = Disc(u);
        var (s, t) = Frame(normal);
        return Vector3.Normalize(s * d.X + t * d.Y + normal * MathF.Sqrt(MathF.Max(0, 1 - d.LengthSquared())));
    }

    /// <summary>A direction in the cone about the axis, uniform in solid angle.</summary>
    public static Vector3 Cone(Vector3 axis, float cosine, Vector2 u)
    {
        var z = 1 - u.X * (1 - cosine);
        var r = MathF.Sqrt(MathF.Max(0, 1 - z * z));
        var (s, t) = Frame(axis);
        var angle = 2 * MathF.PI * u.Y;
        return Vector3.Normalize(s * (r * MathF.Cos(angle)) + t * (r * MathF.Sin(angle)) + axis * z);
    }

    /// <summary>Two directions that make a right-handed frame with n (Duff et al. 2017).</summary>
    public static (Vector3 S, Vector3 T) Frame(Vector3 n)
    {
        var sign = MathF.CopySign(1, n.Z);
        var a = -1 / (sign + n.Z);
        var b = n.X * n.Y * a;
        return (new Vector3(1 + sign * n.X * n.X * a, sign * b, -sign * n.X), new Vector3(b, sign + n.Y * n.Y * a, -n.Y));
    }
}
