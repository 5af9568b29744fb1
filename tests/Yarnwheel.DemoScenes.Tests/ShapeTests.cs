using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Shapes;

namespace Yarnwheel.DemoScenes.Tests;

public class ShapeTests
{
    private static readonly Plain White = new(Vector3.One);

    private static List<(Hit Hit, Ray Ray)> Meetings(Primitive shape, float near, int count = 3000)
    {
        var dice = new Dice(9);
        var met = new List<(Hit, Ray)>();
        for (var k = 0; k < count; k++)
        {
            var origin = dice.Direction() * 3;
            var ray = new Ray(origin, Vector3.Normalize(dice.Direction() * near - origin));
            var t = shape.Intersect(ray, 0, float.MaxValue);
            if (t == float.MaxValue) continue;
            var hit = new Hit { Point = ray.At(t), Distance = t, Primitive = shape };
            shape.Describe(ref hit);
            met.Add((hit, ray));
        }
        Assert.True(met.Count > count / 20);
        return met;
    }

    [Fact]
    public void A_ring_is_met_on_its_surface_and_not_through_its_hole()
    {
        var axis = Vector3.Normalize(new Vector3(0.2f, 0.9f, 0.3f));
        var right = Vector3.Normalize(Vector3.Cross(axis, Vector3.UnitZ));
        var ring = new Torus(new Vector3(0.1f, 0, 0), right, axis, 0.5f, 0.08f) { Material = White };
        foreach (var (hit, ray) in Meetings(ring, 0.5f))
        {
            var p = hit.Point - new Vector3(0.1f, 0, 0);
            var high = Vector3.Dot(p, axis);
            var outwards = (p - axis * high).Length() - 0.5f;
            Assert.Equal(0.08, Math.Sqrt(high * high + outwards * outwards), 0.0001);
            Assert.True(Vector3.Dot(hit.Normal, ray.Direction) < 0.02f);
            // The normal of a ring points away from the circle that runs through its section.
            var foot = new Vector3(0.1f, 0, 0) + Vector3.Normalize(p - axis * high) * 0.5f;
            Assert.True(Vector3.Dot(hit.Normal, Vector3.Normalize(hit.Point - foot)) > 0.999f);
        }
        Assert.Equal(float.MaxValue, ring.Intersect(new Ray(new Vector3(0.1f, 0, 0) + axis * 2, -axis), 0, float.MaxValue));
    }

    [Fact]
    public void A_thin_ring_far_away_is_still_met()
    {
        var ring = new Torus(Vector3.Zero, Vector3.UnitX, Vector3.UnitZ, 0.03f, 0.0005f) { Material = White };
        var origin = new Vector3(0, 0, 9);
        Assert.NotEqual(float.MaxValue, ring.Intersect(new Ray(origin, Vector3.Normalize(new Vector3(0.03f, 0, 0) - origin)), 0, float.MaxValue));
        Assert.Equal(float.MaxValue, ring.Intersect(new Ray(origin, Vector3.Normalize(new Vector3(0.0325f, 0, 0) - origin)), 0, float.MaxValue));
    }

    [Fact]
    public void A_block_has_flat_faces_and_round_edges()
    {
        var half = new Vector3(0.4f, 0.2f, 0.3f);
        var block = new RoundedBox(Vector3.Zero, Vector3.UnitX, Vector3.UnitY, half, 0.05f) { Material = White };
        foreach (var (hit, ray) in Meetings(block, 0.4f))
        {
            var q = Vector3.Max(Vector3.Abs(hit.Point) - (half - new Vector3(0.05f)), Vector3.Zero);
            Assert.Equal(0.05, q.Length(), 0.0001);
            Assert.True(Vector3.Dot(hit.Normal, ray.Direction) < 0.02f);
        }
        Assert.Equal(1.7, block.Intersect(new Ray(new Vector3(0, 0.05f, 2), -Vector3.UnitZ), 0, float.MaxValue), 0.0001);
    }

    [Fact]
    public void A_ray_that_starts_on_or_in_a_block_leaves_it_once()
    {
        var block = new RoundedBox(Vector3.Zero, Vector3.UnitX, Vector3.UnitY, new Vector3(0.5f), 0.02f) { Material = White };
        Assert.Equal(0.5, block.Intersect(new Ray(Vector3.Zero, Vector3.UnitX), 0, float.MaxValue), 0.0001);
        Assert.Equal(float.MaxValue, block.Intersect(new Ray(new Vector3(0.5001f, 0, 0), Vector3.UnitX), 0, float.MaxValue));
    }

    [Fact]
    public void A_turned_half_circle_is_a_ball()
    {
        var shapes = new List<Primitive>();
        var profile = Enumerable.Range(0, 61).Select(i => new Vector2(MathF.Sin(MathF.PI * i / 60), -MathF.Cos(MathF.PI * i / 60))).ToList();
        Mesh.Turn(shapes, Vector3.Zero, Vector3.Normalize(new Vector3(1, 2, 0.5f)), profile, 120, White);
        var bvh = new Bvh(shapes);
        var dice = new Dice(4);
        for (var k = 0; k < 2000; k++)
        {
            var origin = dice.Direction() * 4;
            Hit hit = default;
            Assert.True(bvh.Nearest(new Ray(origin, Vector3.Normalize(dice.Direction() * 0.9f - origin)), 0, float.MaxValue, ref hit));
            Assert.Equal(1, hit.Point.Length(), 0.003);
            Assert.True(Vector3.Dot(hit.Normal, Vector3.Normalize(hit.Point)) > 0.998f);
        }
    }

    [Fact]
    public void A_turned_cylinder_keeps_its_edge()
    {
        var shapes = new List<Primitive>();
        Mesh.Turn(shapes, Vector3.Zero, Vector3.UnitY, [new(0, 0), new(1, 0), new(1, 1), new(0, 1)], 180, White);
        var bvh = new Bvh(shapes);
        Hit side = default, top = default;
        Assert.True(bvh.Nearest(new Ray(new Vector3(3, 0.98f, 0.01f), -Vector3.UnitX), 0, float.MaxValue, ref side));
        Assert.True(bvh.Nearest(new Ray(new Vector3(0.98f, 3, 0.01f), -Vector3.UnitY), 0, float.MaxValue, ref top));
        Assert.True(side.Normal.X > 0.999f);
        Assert.True(top.Normal.Y > 0.999f);
    }

    [Fact]
    public void A_sheet_faces_where_its_directions_say()
    {
        var shapes = new List<Primitive>();
        Mesh.Sheet(shapes, 8, 6, (i, j) => new Vector3(i, j, 0) * 0.1f, (i, j) => new Vector2(i, j), White, 3);
        Assert.Equal(2 * 8 * 6, shapes.Count);
        Hit hit = default;
        Assert.True(new Bvh(shapes).Nearest(new Ray(new Vector3(0.42f, 0.33f, 2), -Vector3.UnitZ), 0, float.MaxValue, ref hit));
        Assert.Equal(1, hit.Normal.Z, 0.0001);
        Assert.Equal(4.2, hit.Uv.X, 0.001);
        Assert.Equal(3.3, hit.Uv.Y, 0.001);
        Assert.Equal(3, hit.Primitive!.Subject);
    }

    [Fact]
    public void Rounding_a_profile_keeps_its_ends_and_its_size()
    {
        var profile = new List<Vector2> { new(0, 0), new(1, 0), new(1, 1) };
        var round = Mesh.Rounded(profile, 0.2f);
        Assert.Equal(profile[0], round[0]);
        Assert.Equal(profile[^1], round[^1]);
        Assert.DoesNotContain(profile[1], round);
        Assert.All(round, p => Assert.True(p.X <= 1 && p.Y >= 0));
    }
}
