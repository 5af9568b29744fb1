using System.Numerics;

namespace Yarnwheel.DemoScenes.Geometry;

/// <summary>Where a ray meets a surface.</summary>
internal struct Hit
{
    /// <summary>Distance along the ray, metres.</summary>
    public float Distance;

    public Primitive? Primitive;

    public Vector3 Point;

    /// <summary>Geometric normal, length 1, on the outside of the shape; once the path has met it, on the side it came from.</summary>
    public Vector3 Normal;

    /// <summary>Whether the path came from the side the shape's own normal points away from.</summary>
    public bool FromInside;

    /// <summary>Surface coordinates: along and round a strand, or across a plane, metres or turns as the shape says.</summary>
    public Vector2 Uv;
}
