using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Shapes;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Tests;

public class LightTests
{
    private static readonly Lighting White = new() { Zenith = Vector3.One, Horizon = Vector3.One, Below = Vector3.One };

    private static readonly Lighting Dark = new() { Zenith = Vector3.Zero, Horizon = Vector3.Zero, Below = Vector3.Zero };

    private static Ray Across(int s) =>
        new(new Vector3(0, 0, 3), Vector3.Normalize(new Vector3((s % 40 - 20) * 0.006f, (s / 40 % 40 - 20) * 0.006f, -1)));

    public static TheoryData<string> Lossless => ["glass", "mirror", "dull metal", "varnish"];

    // The white furnace (Pharr, Jakob, Humphreys, ch. 14): what swallows nothing can't be seen under an even sky.
    [Theory]
    [MemberData(nameof(Lossless))]
    public void What_swallows_nothing_vanishes_in_a_white_furnace(string kind)
    {
        Material material = kind switch
        {
            "glass" => new Clear(1.5f),
            "mirror" => new Metal(Vector3.One, 0.05f),
            "dull metal" => new Metal(Vector3.One, 0.45f, hammered: 0.1f),
            _ => new Varnished(),
        };
        List<Primitive> shapes =
        [
            new Sphere(Vector3.Zero, 0.3f) { Material = material },
            new Torus(Vector3.Zero, Vector3.UnitX, Vector3.Normalize(new Vector3(0.1f, 1, 0.4f)), 0.5f, 0.07f) { Material = material },
        ];
        var mean = Seen.Mean(new PathTracer(new Bvh(shapes), White, maximumDepth: 300), Across, 16000);
        Assert.Equal(1, mean.X, 0.01);
        Assert.Equal(1, mean.Z, 0.01);
    }

    private sealed class Varnished : Material
    {
        public override Surface At(in Hit hit) => new() { Albedo = Vector3.One, Normal = hit.Normal, Coat = 0.04f, Roughness = 0.3f };
    }

    [Fact]
    public void Steam_vanishes_in_a_white_furnace()
    {
        var steam = new Steam(new Vector3(-0.5f), new Vector3(0.5f), p => 6 * (1 + MathF.Sin(p.X * 9)), 0.05f, 0.5f);
        var floor = new Panel(new Vector3(0, -0.5f, 0), new Vector3(9, 0, 0), new Vector3(0, 0, -9)) { Material = new Plain(Vector3.One) };
        Assert.Equal(1, Seen.Mean(new PathTracer(new Bvh([floor]), White, 400, steam), Across, 8000).Y, 0.01);
    }

    // Beer, Lambert: of the light that goes a way d through steam of density σ, exp(−σ d) meets nothing.
    [Fact]
    public void Steam_hides_what_is_behind_it_as_Beer_and_Lambert_say()
    {
        var steam = new Steam(new Vector3(-1, -1, 0), new Vector3(1, 1, 0.5f), _ => 2.4f, 0.1f, 0);
        var wall = new Panel(new Vector3(0, 0, -1), new Vector3(3, 0, 0), new Vector3(0, 3, 0)) { Material = new Plain(Vector3.Zero), Subject = 4 };
        var tracer = new PathTracer(new Bvh([wall]), Dark, 1, steam);
        var seen = 0;
        for (var s = 0; s < 20000; s++)
        {
            var sampler = new Sampler(s, 1, s, 3);
            if (tracer.Trace(new Ray(new Vector3(0, 0, 2), -Vector3.UnitZ), ref sampler).Subject == 4) seen++;
        }
        Assert.Equal(Math.Exp(-2.4 * 0.5), seen / 20000.0, 0.01);
    }

    // Henyey, Greenstein 1941: the mean cosine is the parameter itself, and over all directions the phase function adds up to one.
    [Theory]
    [InlineData(0f)]
    [InlineData(0.5f)]
    [InlineData(-0.3f)]
    public void Steam_scatters_forwards_as_far_as_it_is_told(float forwards)
    {
        var steam = new Steam(Vector3.Zero, Vector3.One, _ => 1, 0.5f, forwards);
        var travelling = Vector3.Normalize(new Vector3(0.3f, -0.2f, 0.9f));
        double cosine = 0, whole = 0;
        var dice = new Dice(2);
        for (var k = 0; k < 40000; k++)
        {
            var sampler = new Sampler(k, 2, k, 9);
            cosine += Vector3.Dot(travelling, steam.Scatter(travelling, ref sampler)) / 40000.0;
            whole += steam.Phase(travelling, dice.Direction()) * 4 * Math.PI / 40000;
        }
        Assert.Equal(forwards, cosine, 0.01);
        Assert.Equal(1, whole, 0.02);
    }

    // Configuration factor of a small face and a parallel rectangle above its corner, four times for the middle
    // (Howell, A Catalog of Radiation Heat Transfer Configuration Factors, B-3; formula quoted from memory).
    [Theory]
    [InlineData(0.5f, 0.5f, 1f)]
    [InlineData(1.2f, 0.3f, 0.7f)]
    public void A_lamp_lights_as_its_configuration_factor_says(float halfWidth, float halfDepth, float above)
    {
        var lamp = new AreaLight(new Vector3(0, above, 0), new Vector3(halfWidth, 0, 0), new Vector3(0, 0, halfDepth), new Vector3(2));
        Assert.True(Vector3.Cross(lamp.Right, lamp.Up).Y < 0);
        var floor = new Panel(Vector3.Zero, new Vector3(9, 0, 0), new Vector3(0, 0, -9)) { Material = new Plain(new Vector3(0.5f)) };
        var tracer = new PathTracer(new Bvh([floor]), Dark with { Lamps = [lamp] });
        double a = halfWidth / above, b = halfDepth / above;
        var factor = 4 / (2 * Math.PI) * (a / Math.Sqrt(1 + a * a) * Math.Atan(b / Math.Sqrt(1 + a * a)) + b / Math.Sqrt(1 + b * b) * Math.Atan(a / Math.Sqrt(1 + b * b)));
        Assert.Equal(0.5 * 2 * factor, Seen.Mean(tracer, _ => new Ray(new Vector3(0, above / 2, 0), -Vector3.UnitY), 60000).X, 0.004);
    }

    [Fact]
    public void Gloss_gets_the_same_from_a_lamp_it_looks_for_as_from_one_it_waits_for()
    {
        double Share(float radiance)
        {
            var lamp = AreaLight.Facing(new Vector3(-0.9f, 1.1f, 0), Vector3.Zero, 0.3f, new Vector3(radiance));
            var floor = new Panel(Vector3.Zero, new Vector3(9, 0, 0), new Vector3(0, 0, -9)) { Material = new GlossOnly() };
            var from = new Vector3(0.9f, 1, 0);
            return Seen.Mean(new PathTracer(new Bvh([floor, lamp.Shape]), Dark with { Lamps = [lamp] }, 2), _ => new Ray(from, Vector3.Normalize(-from)), 60000).Y / radiance;
        }
        var (waited, looked) = (Share(3.9f), Share(4.1f));
        Assert.True(AreaLight.IsBright(new Vector3(4.1f)) && !AreaLight.IsBright(new Vector3(3.9f)));
        // Chance leaves out how facets hide one another, which is a few in a hundred at this roughness.
        Assert.Equal(waited, looked, 0.05 * waited);
    }

    private sealed class GlossOnly : Material
    {
        public override Surface At(in Hit hit) => new() { Normal = hit.Normal, Coat = 0.5f, Roughness = 0.4f };
    }

    // Fresnel: ((n − 1)/(n + 1))² straight on; all of it beyond the critical angle; and the angle of Brewster, atan n, where
    // one polarisation is not mirrored at all: half of the other's ((1 − n²)/(1 + n²))² is left.
    [Fact]
    public void Glass_mirrors_as_Fresnel_says()
    {
        const float n = 1.5f;
        Assert.Equal(0.04, Surface.FresnelClear(1 / n, 1), 0.00001);
        Assert.Equal(0.04, Surface.FresnelClear(n, 1), 0.00001);
        Assert.Equal(1, Surface.FresnelClear(n, MathF.Cos(MathF.Asin(1 / n) + 0.001f)));
        var brewster = Math.Pow((1 - n * n) / (1 + n * n), 2) / 2;
        Assert.Equal(brewster, Surface.FresnelClear(1 / n, MathF.Cos(MathF.Atan(n))), 0.0001);
    }

    // Snell: sin θ₂ = sin θ₁ / n.
    [Fact]
    public void Glass_bends_light_as_Snell_says()
    {
        var surface = new Surface { Normal = Vector3.UnitY, Refraction = 1 / 1.5f };
        var outwards = Vector3.Normalize(new Vector3(-0.8f, 0.6f, 0));
        var bent = 0;
        for (var k = 0; k < 300; k++)
        {
            var sampler = new Sampler(k, 0, k, 1);
            var (direction, _, mirrored) = surface.Scatter(Vector3.UnitY, outwards, ref sampler);
            Assert.True(mirrored);
            Assert.Equal(direction.Y > 0 ? 0.8 : 0.8 / 1.5, direction.X, 0.0001);
            if (direction.Y < 0) bent++;
        }
        Assert.InRange(bent, 260, 299);
    }

    // Beer, Lambert, and twice Fresnel: through a plate of dyed glass seen straight on.
    [Fact]
    public void Dyed_glass_takes_its_share_of_what_passes()
    {
        var glass = new Clear(1.5f, 1, new Vector3(3, 0.5f, 0));
        List<Primitive> plate = [new RoundedBox(Vector3.Zero, Vector3.UnitX, Vector3.UnitY, new Vector3(2, 2, 0.1f), 0.001f) { Material = glass }];
        var lit = White;
        var mean = Seen.Mean(new PathTracer(new Bvh(plate), lit, 60), _ => new Ray(new Vector3(0, 0, 2), -Vector3.UnitZ), 20000);
        // Mirrored to and fro within: R + (1 − R)² T / (1 − R T), with the same sky on both sides.
        double Plate(double absorption)
        {
            const double r = 0.04;
            var t = Math.Exp(-absorption * 0.2);
            return r + (1 - r) * (1 - r) * t / (1 - r * t);
        }
        Assert.Equal(Plate(3), mean.X, 0.006);
        Assert.Equal(Plate(0.5), mean.Y, 0.006);
        Assert.Equal(1, mean.Z, 0.004);
    }

    [Fact]
    public void Light_through_dyed_glass_dyes_what_it_falls_on()
    {
        var sun = new Lighting { SunDirection = Vector3.UnitY, Sun = new Vector3(3), SunHalfAngle = 0.1f, Zenith = Vector3.Zero, Horizon = Vector3.Zero, Below = Vector3.Zero };
        var glass = new RoundedBox(new Vector3(0.5f, 1, 0), Vector3.UnitX, Vector3.UnitY, new Vector3(0.4f, 0.1f, 0.4f), 0.001f) { Material = new Clear(1.5f, 1, new Vector3(0, 5, 5)) };
        var floor = new Panel(Vector3.Zero, new Vector3(9, 0, 0), new Vector3(0, 0, -9)) { Material = new Plain(new Vector3(0.5f)) };
        var tracer = new PathTracer(new Bvh([floor, glass]), sun, 1);
        var open = Seen.Mean(tracer, _ => new Ray(new Vector3(-0.5f, 0.5f, 0), -Vector3.UnitY), 50);
        var dyed = Seen.Mean(tracer, _ => new Ray(new Vector3(0.5f, 0.5f, 0), -Vector3.UnitY), 50);
        Assert.Equal(0.96 * 0.96, dyed.X / open.X, 0.001);
        Assert.Equal(0.96 * 0.96 * Math.Exp(-1), dyed.Y / open.Y, 0.002);
    }

    [Fact]
    public void A_lamp_shines_from_its_front_alone()
    {
        var lamp = new AreaLight(Vector3.Zero, Vector3.UnitX, Vector3.UnitY, new Vector3(3));
        var tracer = new PathTracer(new Bvh([lamp.Shape]), Dark with { Lamps = [lamp] });
        Assert.Equal(new Vector3(3), Seen.Mean(tracer, _ => new Ray(new Vector3(0.2f, 0, 2), -Vector3.UnitZ), 4));
        Assert.Equal(Vector3.Zero, Seen.Mean(tracer, _ => new Ray(new Vector3(0.2f, 0, -2), Vector3.UnitZ), 4));
        Assert.Equal(Vector3.Zero, lamp.Sample(new Vector3(0, 0, -1), new Vector2(0.5f)).Irradiance);
    }

    [Fact]
    public void A_clouded_sky_has_clear_and_covered_places()
    {
        var sky = White with { Zenith = new Vector3(0.2f, 0.4f, 0.8f), Horizon = new Vector3(0.2f, 0.4f, 0.8f), Cloud = 0.55f };
        var dice = new Dice(8);
        var reds = Enumerable.Range(0, 2000).Select(_ => dice.Direction()).Where(d => d.Y > 0.15f).Select(d => sky.Sky(d).X).ToList();
        Assert.Contains(reds, r => r < 0.21f);
        Assert.Contains(reds, r => r > 0.6f);
        Assert.All(reds, r => Assert.InRange(r, 0.19f, 1.01f));
    }
}
