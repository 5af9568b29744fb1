using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;

namespace Yarnwheel.DemoScenes.Tracing;

/// <summary>A glowing rectangle, a window or a door: it lights what lies before its front.</summary>
/// <param name="Centre">Metres.</param>
/// <param name="Right">Half its extent to the right, metres.</param>
/// <param name="Up">Half its extent upwards, at a right angle to <paramref name="Right"/>, metres; the front is where Right × Up points.</param>
/// <param name="Radiance">The same in all directions of the front.</param>
/// <param name="Lumps">How uneven it looks, 0 for an even one; its mean stays the same. Lumps are as large as a tenth of a metre.</param>
internal sealed record AreaLight(Vector3 Centre, Vector3 Right, Vector3 Up, Vector3 Radiance, float Lumps = 0)
{
    private readonly Vector3 front = Vector3.Normalize(Vector3.Cross(Right, Up));
    private readonly float area = 4 * Right.Length() * Up.Length();

    /// <summary>Whether a source is so small and bright that chance would meet it too rarely, each time as a glaring dot: rough gloss looks for it, and it throws no caustics.</summary>
    public static bool IsBright(Vector3 radiance) => radiance.Y > 4;

    /// <summary>A square that faces a point.</summary>
    /// <param name="at">Its middle, metres.</param>
    /// <param name="towards">The point, metres.</param>
    /// <param name="half">Half its side, metres.</param>
    /// <param name="radiance">The same in all directions of the front.</param>
    public static AreaLight Facing(Vector3 at, Vector3 towards, float half, Vector3 radiance)
    {
        var (s, t) = Sampling.Frame(Vector3.Normalize(towards - at));
        return new AreaLight(at, s * half, t * half, radiance);
    }

    /// <summary>What is seen of it.</summary>
    public Panel Shape => new(Centre, Right, Up) { Material = new Glowing(Radiance, Lumps) };

    /// <summary>A point on it as seen from a place: direction, distance (metres), and the irradiance a surface facing it gets.</summary>
    public (Vector3 Direction, float Distance, Vector3 Irradiance) Sample(Vector3 from, Vector2 u)
    {
        var towards = Centre + Right * (2 * u.X - 1) + Up * (2 * u.Y - 1) - from;
        var squared = towards.LengthSquared();
        var distance = MathF.Sqrt(squared);
        var direction = towards / distance;
        var cosine = -Vector3.Dot(front, direction);
        return (direction, distance, cosine > 0 ? Radiance * (cosine * area / squared) : Vector3.Zero);
    }
}
