using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Shapes;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Tests;

public class TracingTests
{
    private static readonly Plain White = new(Vector3.One);

    private static Lighting Even => new() { Zenith = Vector3.One, Horizon = Vector3.One, Below = Vector3.One };

    // The white furnace: under an even sky, things that swallow nothing can't be seen (Pharr, Jakob, Humphreys, ch. 14).
    [Fact]
    public void White_things_vanish_in_a_white_furnace()
    {
        var dice = new Dice(3);
        var shapes = new List<Primitive> { new Sphere(Vector3.Zero, 0.3f) { Material = White } };
        for (var k = 0; k < 60; k++) Strand.Hair(shapes, dice.Direction() * 0.3f, dice.Direction(), 0.4f, 0.03f, White, -1, dice);
        var tracer = new PathTracer(new Bvh(shapes), Even, maximumDepth: 400);
        var mean = Seen.Mean(tracer, s => new Ray(new Vector3(0, 0, 3), Vector3.Normalize(new Vector3((s % 40 - 20) * 0.006f, (s / 40 % 40 - 20) * 0.006f, -1))), 16000);
        Assert.Equal(1, mean.X, 0.01);
        Assert.Equal(1, mean.Z, 0.01);
    }

    [Fact]
    public void A_grey_ball_sends_back_its_share()
    {
        var tracer = new PathTracer(new Bvh([new Sphere(Vector3.Zero, 1) { Material = new Plain(new Vector3(0.6f)) }]), Even);
        Assert.Equal(0.6, Seen.Mean(tracer, _ => new Ray(new Vector3(0, 0.1f, 4), -Vector3.UnitZ), 4000).X, 0.006);
    }

    // Lambert: a surface of albedo ρ under irradiance E at an angle θ sends back ρ E cos θ / π.
    [Fact]
    public void The_sun_lights_as_Lambert_says()
    {
        var sun = Vector3.Normalize(new Vector3(0, 1, 1));
        var lighting = new Lighting { SunDirection = sun, Sun = new Vector3(3), SunHalfAngle = 0.1f, Zenith = Vector3.Zero, Horizon = Vector3.Zero, Below = Vector3.Zero };
        var floor = new Panel(Vector3.Zero, new Vector3(9, 0, 0), new Vector3(0, 0, -9)) { Material = new Plain(new Vector3(0.5f)) };
        var mean = Seen.Mean(new PathTracer(new Bvh([floor]), lighting), _ => new Ray(new Vector3(0, 2, 0), -Vector3.UnitY), 500);
        Assert.Equal(0.5 * 3 * Math.Cos(Math.PI / 4) / Math.PI, mean.Y, 0.002);
    }

    [Fact]
    public void A_leaf_lets_through_what_its_material_says()
    {
        var leaf = new Panel(Vector3.Zero, new Vector3(5, 0, 0), new Vector3(0, 5, 0)) { Material = new ThroughOnly() };
        var sky = Even with { Zenith = Vector3.One, Horizon = Vector3.One, Below = Vector3.One };
        Assert.Equal(0.3, Seen.Mean(new PathTracer(new Bvh([leaf]), sky), _ => new Ray(new Vector3(0, 0, 2), -Vector3.UnitZ), 6000).X, 0.01);
    }

    private sealed class ThroughOnly : Material
    {
        public override Surface At(in Hit hit) => new() { Normal = hit.Normal, Through = new Vector3(0.3f) };
    }

    [Fact]
    public void The_hierarchy_finds_what_trying_every_shape_finds()
    {
        var dice = new Dice(11);
        var shapes = new List<Primitive>();
        for (var k = 0; k < 300; k++)
        {
            var at = dice.Direction() * dice.Between(0, 2);
            shapes.Add((k % 6) switch
            {
                0 => new Sphere(at, dice.Between(0.02f, 0.2f)) { Material = White },
                1 => new Capsule(at, at + dice.Direction() * 0.4f, dice.Between(0.01f, 0.08f), 0, Vector3.UnitX) { Material = White },
                2 => new Torus(at, Vector3.UnitX, Vector3.UnitY, dice.Between(0.1f, 0.3f), 0.05f) { Material = White },
                3 => new RoundedBox(at, Vector3.UnitY, Vector3.UnitZ, new Vector3(0.1f, 0.2f, 0.15f), 0.04f) { Material = White },
                4 => new Triangle(Corner(at), Corner(at + dice.Direction() * 0.4f), Corner(at + dice.Direction() * 0.4f)) { Material = White },
                _ => new Panel(at, new Vector3(0.2f, 0, 0), new Vector3(0, 0.1f, 0), k % 2 == 0) { Material = White },
            });
        }
        var bvh = new Bvh(shapes);
        for (var k = 0; k < 3000; k++)
        {
            var origin = dice.Direction() * 4;
            var ray = new Ray(origin, Vector3.Normalize(dice.Direction() * 1.5f - origin));
            var nearest = shapes.Min(s => s.Intersect(ray, 0, float.MaxValue));
            Hit hit = default;
            var met = bvh.Nearest(ray, 0, float.MaxValue, ref hit);
            Assert.Equal(nearest < float.MaxValue, met);
            Assert.Equal(met, bvh.Blocked(ray, 0, float.MaxValue));
            if (met) Assert.Equal(nearest, hit.Distance);
        }
    }

    private static Corner Corner(Vector3 at) => new(at, Vector3.UnitY, Vector2.Zero);

    [Fact]
    public void A_meeting_lies_on_the_surface_and_its_normal_points_outwards()
    {
        var dice = new Dice(5);
        var capsule = new Capsule(new Vector3(-0.5f, 0, 0), new Vector3(0.5f, 0.2f, 0), 0.1f, 2, Vector3.UnitZ) { Material = White };
        var met = 0;
        for (var k = 0; k < 2000; k++)
        {
            var origin = dice.Direction() * 3;
            var ray = new Ray(origin, Vector3.Normalize(dice.Direction() * 0.4f - origin));
            var t = capsule.Intersect(ray, 0, float.MaxValue);
            if (t == float.MaxValue) continue;
            met++;
            var hit = new Hit { Point = ray.At(t) };
            capsule.Describe(ref hit);
            Assert.Equal(0.1, DistanceToSegment(hit.Point, new Vector3(-0.5f, 0, 0), new Vector3(0.5f, 0.2f, 0)), 0.0005);
            Assert.True(Vector3.Dot(hit.Normal, ray.Direction) < 0.01f);
            Assert.Equal(1, hit.Normal.Length(), 0.0001);
            Assert.InRange(hit.Uv.X, 2, 3.03f);
        }
        Assert.True(met > 300);
    }

    private static float DistanceToSegment(Vector3 p, Vector3 a, Vector3 b)
    {
        var t = Math.Clamp(Vector3.Dot(p - a, b - a) / (b - a).LengthSquared(), 0, 1);
        return Vector3.Distance(p, a + (b - a) * t);
    }

    [Fact]
    public void Directions_about_a_normal_are_spread_by_the_cosine()
    {
        var normal = Vector3.Normalize(new Vector3(0.3f, -0.7f, 0.2f));
        var sum = 0.0;
        for (var k = 0; k < 20000; k++)
        {
            var sampler = new Sampler(k, 1, k, 2);
            var direction = Sampling.CosineHemisphere(normal, sampler.Next2());
            Assert.True(Vector3.Dot(direction, normal) >= -0.0001f);
            sum += Vector3.Dot(direction, normal);
        }
        Assert.Equal(2.0 / 3, sum / 20000, 0.005);     // the mean cosine of that density
    }
}
