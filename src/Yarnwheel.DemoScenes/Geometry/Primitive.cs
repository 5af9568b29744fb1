using System.Numerics;
using Yarnwheel.DemoScenes.Materials;

namespace Yarnwheel.DemoScenes.Geometry;

/// <summary>A shape that a ray can meet.</summary>
internal abstract class Primitive
{
    public required Material Material { get; init; }

    /// <summary>Index of the named subject this belongs to, or −1 for the surroundings.</summary>
    public int Subject { get; init; } = -1;

    /// <summary>A number of its own in [0, 1) for variation between otherwise equal things.</summary>
    public float Variation { get; init; }

    public abstract (Vector3 Min, Vector3 Max) Bounds { get; }

    /// <summary>Distance to the nearest meeting in (near, far), or a value not below far where there is none.</summary>
    public abstract float Intersect(in Ray ray, float near, float far);

    /// <summary>Fills normal and surface coordinates at a point found by <see cref="Intersect"/>.</summary>
    public abstract void Describe(ref Hit hit);
}
