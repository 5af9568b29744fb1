using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Materials.Textiles;
using Yarnwheel.DemoScenes.Shapes;
using Yarnwheel.DemoScenes.Shapes.Textiles;
using Yarnwheel.DemoScenes.Shapes.Things;

namespace Yarnwheel.DemoScenes.Tests;

public class ThingTests
{
    private static readonly Plain Grey = new(new Vector3(0.5f));

    private static (Vector3 Min, Vector3 Max) Bounds(IEnumerable<Primitive> shapes) =>
        shapes.Select(s => s.Bounds).Aggregate((a, b) => (Vector3.Min(a.Min, b.Min), Vector3.Max(a.Max, b.Max)));

    // Straight through the jar: at each border the medium must change into one that the next border starts from.
    [Fact]
    public void The_jars_borders_agree_on_what_lies_between_them()
    {
        var shapes = new List<Primitive>();
        Jar.Stand(shapes, Vector3.Zero, new Vector3(30, 8, 2), new Vector3(0.1f, 0.2f, 0.5f), 0, new Dice(3));
        var bvh = new Bvh([.. shapes.Where(s => s.Material.IsClear)]);
        var dice = new Dice(8);
        var (whole, watery) = (0, 0);
        for (var k = 0; k < 3000; k++)
        {
            var origin = new Vector3(0.4f * dice.Between(-1, 1), dice.Between(0.02f, 0.15f), 0.5f);
            var target = new Vector3(0.045f * dice.Between(-1, 1), dice.Between(0.02f, 0.13f), 0);
            var ray = new Ray(origin, Vector3.Normalize(target - origin));
            var index = 1f;
            for (var border = 0; border < 12; border++)
            {
                Hit hit = default;
                if (!bvh.Nearest(ray, 0, float.MaxValue, ref hit)) break;
                hit.FromInside = Vector3.Dot(hit.Normal, ray.Direction) >= 0;
                if (hit.FromInside) hit.Normal = -hit.Normal;
                index /= hit.Primitive!.Material.At(hit).Refraction;
                if (MathF.Abs(index - 1.34f) < 0.001f) watery++;
                ray = new Ray(hit.Point + ray.Direction * 2e-5f, ray.Direction);
            }
            if (MathF.Abs(index - 1) < 0.001f) whole++;
        }
        // Facets leave hair cracks at grazing borders: a few in a thousand.
        Assert.True(whole > 2960, $"{whole}");
        Assert.True(watery > 1000);
    }

    [Fact]
    public void A_wound_stretch_covers_the_ring_and_leaves_the_rest_bare()
    {
        var shapes = new List<Primitive>();
        var ring = new Torus(Vector3.Zero, Vector3.UnitX, Vector3.UnitZ, 0.03f, 0.005f) { Material = Grey };
        Winding.Round(shapes, Vector3.Zero, Vector3.UnitX, Vector3.UnitZ, 0.03f, new Vector2(0.0042f), 0.2f, 2.8f, 0.0006f, Grey, Grey, 1, new Dice(2));
        shapes.Add(ring);
        var bvh = new Bvh(shapes);
        var (bare, missed) = (0, 0);
        for (var k = 0; k < 400; k++)
        {
            var angle = 2 * MathF.PI * k / 400;
            var above = new Vector3(0.03f * MathF.Cos(angle), 0.03f * MathF.Sin(angle), 0.1f);
            Hit hit = default;
            Assert.True(bvh.Nearest(new Ray(above, -Vector3.UnitZ), 0, float.MaxValue, ref hit));
            if (angle is > 0.25f and < 2.75f && hit.Primitive == ring) missed++;
            if (angle > 2.9f && hit.Primitive == ring) bare++;
        }
        // Here and there a gap between two turns shows the wood, as it does with real thread.
        Assert.True(missed < 30, $"{missed}");
        Assert.True(bare > 190);
    }

    [Fact]
    public void Thread_stays_between_the_flanges_of_its_spool()
    {
        var shapes = new List<Primitive>();
        Spool.Stand(shapes, Vector3.Zero, 0.95f, Dye.Teal, Grey, 1, new Dice(5));
        var wood = Bounds(shapes.Where(s => s.Material == Grey));
        Assert.Equal(Spool.Height, wood.Max.Y, 0.0005);
        Assert.Equal(0, wood.Min.Y, 0.0005);
        var wound = shapes.OfType<Capsule>().Where(s => s.Material is SewingThread).Take(3900);
        Assert.All(wound, s => Assert.InRange(s.Bounds.Min.Y, 0.004f, Spool.Height - 0.004f));
        Assert.All(shapes, s => Assert.Equal(1, s.Subject));
    }

    [Fact]
    public void A_cloth_hangs_in_one_piece_over_its_pole()
    {
        var pole = new Vector3(0.1f, 1.5f, 0);
        var cloth = new HangingCloth(pole, 0.02f, 0.5f, 0.7f, 0.4f, new Dice(4));
        for (var across = -1f; across <= 1; across += 0.1f)
        {
            var last = cloth.Place(across, -0.4f);
            for (var down = -0.398f; down <= 0.7f; down += 0.002f)
            {
                var next = cloth.Place(across, down);
                Assert.True(Vector3.Distance(last, next) < 0.02f, $"{across} {down}");
                last = next;
            }
            // It lies on the pole, before it in front and behind it at the back.
            Assert.Equal(pole.Y + 0.02, cloth.Place(across, 0).Y, 0.001);
            Assert.True(cloth.Place(across, 0.6f).Y < 1.0f);
        }
    }

    [Fact]
    public void A_tassel_streams_with_the_wind()
    {
        var shapes = new List<Primitive>();
        var wind = Vector3.Normalize(new Vector3(0.7f, -0.4f, 0));
        Tassel.Tie(shapes, Vector3.Zero, wind, 0.3f, 12, Dye.Madder, 2, new Dice(7));
        var (min, max) = Bounds(shapes);
        Assert.True(max.X > 0.15f && min.X > -0.2f);
        Assert.True(min.Y < -0.1f);
        Assert.All(shapes, s => Assert.Equal(2, s.Subject));
        // Yarn, plies, and single fibres far thinner.
        Assert.Contains(shapes, s => s.Material is Fibre);
        Assert.Contains(shapes, s => s.Material is Wool);
    }

    [Fact]
    public void The_vats_staves_stand_close_round_its_liquor()
    {
        var shapes = new List<Primitive>();
        Vat.Stand(shapes, new Vector3(0, 0.8f, 0), 0.44f, 0.8f, 0.05f, Grey, new Dice(1));
        var bvh = new Bvh(shapes);
        for (var k = 0; k < 360; k++)
        {
            var (sin, cos) = MathF.SinCos(k * MathF.PI / 180);
            Hit hit = default;
            // From outside, no way in between two staves.
            Assert.True(bvh.Nearest(new Ray(new Vector3(cos, 0.5f, sin), new Vector3(-cos, 0, -sin)), 0, float.MaxValue, ref hit));
            Assert.InRange(hit.Distance, 0.5f, 0.62f);
        }
        Hit surface = default;
        Assert.True(bvh.Nearest(new Ray(new Vector3(0.1f, 2, 0.1f), -Vector3.UnitY), 0, float.MaxValue, ref surface));
        Assert.Equal(0.75, surface.Point.Y, 0.0001);
    }

    [Fact]
    public void A_hoop_hangs_on_its_nail()
    {
        var shapes = new List<Primitive>();
        var nail = new Vector3(0.2f, 0.3f, 0);
        Hoop.Embroidery(shapes, nail, 0.09f, 0, Grey, [new Hoop.Wrap(0.1f, 0.4f, Dye.Madder)], 1, new Dice(6));
        var (min, max) = Bounds(shapes.Where(s => s.Subject == 1 && s.Material == Grey));
        Assert.True(max.Y > nail.Y && min.Y < nail.Y - 0.16f);
        Assert.True(min.Z > 0);
        Assert.Contains(shapes, s => s.Subject == -1);
        Assert.Equal(0.2, (min.X + max.X) / 2, 0.002);
    }

    [Fact]
    public void Dice_are_the_same_for_the_same_seed_and_spread_over_the_ball()
    {
        var (a, b) = (new Dice(5), new Dice(5));
        var sum = Vector3.Zero;
        for (var k = 0; k < 5000; k++)
        {
            var direction = a.Direction();
            Assert.Equal(direction, b.Direction());
            Assert.Equal(1, direction.Length(), 0.0001);
            sum += direction;
        }
        Assert.True(sum.Length() / 5000 < 0.03f);
        var normal = Enumerable.Range(0, 5000).Select(_ => (double)a.Normal()).ToList();
        Assert.Equal(0, normal.Average(), 0.05);
        Assert.Equal(1, normal.Average(v => v * v), 0.08);
    }
}
