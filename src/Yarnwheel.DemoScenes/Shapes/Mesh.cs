using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Shapes;

/// <summary>Triangles over a grid of points, shaded smoothly.</summary>
internal static class Mesh
{
    /// <summary>A sheet: place(i, j) for i in 0 … columns and j in 0 … rows; its normals point along ∂/∂i × ∂/∂j.</summary>
    /// <param name="into">Where the shapes go.</param>
    /// <param name="columns">Cells in the first direction.</param>
    /// <param name="rows">Cells in the second direction.</param>
    /// <param name="place">Metres.</param>
    /// <param name="coordinates">Surface coordinates of a grid point, metres.</param>
    /// <param name="material">Of the whole sheet.</param>
    /// <param name="subject">Subject index, or −1.</param>
    public static void Sheet(List<Primitive> into, int columns, int rows, Func<float, float, Vector3> place, Func<int, int, Vector2> coordinates,
        Material material, int subject)
    {
        const float step = 0.25f;
        var corners = new Corner[columns + 1, rows + 1];
        for (var i = 0; i <= columns; i++)
        {
            for (var j = 0; j <= rows; j++)
            {
                var normal = Vector3.Cross(place(i + step, j) - place(i - step, j), place(i, j + step) - place(i, j - step));
                corners[i, j] = new Corner(place(i, j), Vector3.Normalize(normal), coordinates(i, j));
            }
        }
        for (var i = 0; i < columns; i++)
            for (var j = 0; j < rows; j++)
                Cell(into, corners[i, j], corners[i + 1, j], corners[i + 1, j + 1], corners[i, j + 1], material, subject, 0);
    }

    /// <summary>A body turned on a lathe: the profile runs round the axis; its outside lies to the right of a walk up the profile.</summary>
    /// <param name="into">Where the shapes go.</param>
    /// <param name="foot">The axis' zero, metres.</param>
    /// <param name="axis">Direction of the axis, length 1.</param>
    /// <param name="profile">Radius and height of each point, metres.</param>
    /// <param name="segments">Facets round the axis.</param>
    /// <param name="material">Of the whole body.</param>
    /// <param name="subject">Subject index, or −1.</param>
    /// <param name="variation">Its own number.</param>
    public static void Turn(List<Primitive> into, Vector3 foot, Vector3 axis, IReadOnlyList<Vector2> profile, int segments, Material material,
        int subject = -1, float variation = 0)
    {
        var (s, t) = Sampling.Frame(axis);
        var along = 0f;
        for (var k = 0; k + 1 < profile.Count; k++)
        {
            var (low, high) = (profile[k], profile[k + 1]);
            var way = Vector2.Distance(low, high);
            if (way < 1e-7f) continue;
            var (below, above) = (Normal(k, k - 1), Normal(k, k + 1));
            for (var i = 0; i < segments; i++)
                Cell(into, At(i, low, below, along), At(i + 1, low, below, along), At(i + 1, high, above, along + way), At(i, high, above, along + way), material, subject, variation);
            along += way;
        }

        Corner At(int i, Vector2 point, Vector2 normal, float on)
        {
            var (sin, cos) = MathF.SinCos(2 * MathF.PI * (i % segments) / segments);
            var outwards = s * cos + t * sin;
            return new Corner(foot + outwards * point.X + axis * point.Y, outwards * normal.X + axis * normal.Y,
                new Vector2(2 * MathF.PI * i / segments * MathF.Max(point.X, 0.001f), on));
        }

        // A bend of less than forty degrees is shaded round, a sharper one as an edge.
        Vector2 Normal(int own, int neighbour)
        {
            var straight = Straight(own);
            if (neighbour < 0 || neighbour + 1 >= profile.Count) return straight;
            var other = Straight(neighbour);
            return Vector2.Dot(straight, other) > 0.766f ? Vector2.Normalize(straight + other) : straight;
        }

        Vector2 Straight(int k)
        {
            var d = profile[k + 1] - profile[k];
            return d.LengthSquared() > 0 ? Vector2.Normalize(new Vector2(d.Y, -d.X)) : Vector2.UnitX;
        }
    }

    /// <summary>Points of a profile rounded at its inner corners by short arcs.</summary>
    public static List<Vector2> Rounded(IReadOnlyList<Vector2> profile, float radius, int steps = 4)
    {
        var result = new List<Vector2> { profile[0] };
        for (var k = 1; k + 1 < profile.Count; k++)
        {
            var (before, here, after) = (profile[k - 1], profile[k], profile[k + 1]);
            var (back, on) = (before - here, after - here);
            var room = MathF.Min(radius, MathF.Min(back.Length(), on.Length()) * 0.45f);
            var (from, to) = (here + Vector2.Normalize(back) * room, here + Vector2.Normalize(on) * room);
            for (var i = 0; i <= steps; i++)
            {
                var u = i / (float)steps;
                result.Add((1 - u) * (1 - u) * from + 2 * u * (1 - u) * here + u * u * to);
            }
        }
        result.Add(profile[^1]);
        return result;
    }

    private static void Cell(List<Primitive> into, Corner a, Corner b, Corner c, Corner d, Material material, int subject, float variation)
    {
        Facet(a, b, c);
        Facet(a, c, d);

        void Facet(Corner x, Corner y, Corner z)
        {
            if (Vector3.Cross(y.Place - x.Place, z.Place - x.Place).LengthSquared() < 1e-20f) return;
            into.Add(new Triangle(x, y, z) { Material = material, Subject = subject, Variation = variation });
        }
    }
}
