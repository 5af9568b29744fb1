using FsCheck.Xunit;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Tests;

public class MaskTests
{
    [Theory]
    [InlineData(1)]
    [InlineData(3)]
    [InlineData(60)]
    [InlineData(400)]
    public void The_field_finds_the_nearest_shade_exactly(int count)
    {
        var random = new Random(count);
        var shades = Enumerable.Range(0, count)
            .Select(_ => new Shade(random.NextSingle(), random.NextSingle() * 0.6f - 0.3f, random.NextSingle() * 0.6f - 0.3f)).ToList();
        const double balance = 0.35;
        var field = new ShadeField(shades, balance);
        // Beyond what photos have as well.
        float[] Some(float span) => [.. Enumerable.Range(0, 4000).Select(_ => (random.NextSingle() - 0.5f) * span)];
        float[] ls = [.. Some(1.4f).Select(l => l + 0.5f)], aa = Some(1.2f), bb = Some(1.2f), distances = new float[4000];
        field.Row(ls, aa, bb, distances);
        for (var k = 0; k < distances.Length; k++)
        {
            var nearest = shades.Min(s => Math.Sqrt(Math.Pow(balance * (s.L - ls[k]), 2) + Math.Pow(s.A - aa[k], 2) + Math.Pow(s.B - bb[k], 2)));
            Assert.Equal(nearest, distances[k], 1e-5);
            // The same bits one by one and in lanes.
            Assert.Equal(distances[k], field.Distance(ls[k], aa[k], bb[k]));
        }
    }

    [Fact]
    public void Likeness_is_1_within_reach_and_0_beyond_the_fade()
    {
        Assert.Equal(1, Likeness.Step(0.12f, 0.12f, 0.08f));
        Assert.Equal(0.5f, Likeness.Step(0.16f, 0.12f, 0.08f), 0.0001);
        Assert.Equal(0, Likeness.Step(0.2f, 0.12f, 0.08f));
        Assert.Equal(0, Likeness.Step(0.1201f, 0.12f, 0));
    }

    [Fact]
    public void The_nearer_side_wins_softly()
    {
        Assert.Equal(0.5f, Likeness.Side(0.05f, 0.05f, 0.08f), 0.0001);
        Assert.Equal(1, Likeness.Side(0.01f, 0.2f, 0.08f));
        Assert.Equal(0, Likeness.Side(0.2f, 0.01f, 0.08f));
    }

    [Property]
    public bool Folding_stays_within_0_and_1_and_follows_its_formulas(byte first, byte second, bool invert)
    {
        float a = first / 255f, b = second / 255f;
        var value = invert ? 1 - b : b;
        return Fold(a, b, MaskOp.Add, invert) == MathF.Max(a, value)
            && Fold(a, b, MaskOp.Subtract, invert) == a * (1 - value)
            && Fold(a, b, MaskOp.Intersect, invert) == a * value;
    }

    [Property]
    public bool Parts_are_folded_left_to_right_and_only_the_order_of_like_joins_does_not_matter(byte first, byte second, byte third, MaskOp op)
    {
        float a = first / 255f, b = second / 255f, c = third / 255f;
        var folded = new[] { a };
        MaskFold.Join(folded, [b], op, false);
        MaskFold.Join(folded, [c], MaskOp.Subtract, false);
        MaskFold.Join(folded, [b], MaskOp.Add, false);
        var like = MathF.Abs(Fold(Fold(a, b, op, false), c, op, false) - Fold(Fold(a, c, op, false), b, op, false)) < 1e-6f;
        return folded[0] == MathF.Max(Fold(a, b, op, false) * (1 - c), b) && like;
    }

    [Property]
    public bool De_Morgan_holds_for_hard_masks(bool first, bool second)
    {
        float a = first ? 1 : 0, b = second ? 1 : 0;
        return 1 - Fold(a, b, MaskOp.Add, false) == Fold(1 - a, 1 - b, MaskOp.Intersect, false)
            && Fold(a, b, MaskOp.Subtract, false) == Fold(a, b, MaskOp.Intersect, true);
    }

    [Fact]
    public void A_point_stands_for_the_mean_of_its_neighbourhood()
    {
        var rgb = Pictures.Random(20, 20);
        var shade = ShadeSet.Point(new BytePixels(rgb, 20, 20), 0.5, 0.5);
        float red = 0, green = 0, blue = 0;
        for (var y = 8; y <= 12; y++)
        {
            for (var x = 8; x <= 12; x++)
            {
                red += Srgb.Decode(rgb[3 * (y * 20 + x)]) / 25;
                green += Srgb.Decode(rgb[3 * (y * 20 + x) + 1]) / 25;
                blue += Srgb.Decode(rgb[3 * (y * 20 + x) + 2]) / 25;
            }
        }
        var (lightness, a, b) = OkLab.FromLinear(red, green, blue);
        Assert.Equal(lightness, shade.L, 1e-5);
        Assert.Equal(a, shade.A, 1e-5);
        Assert.Equal(b, shade.B, 1e-5);
    }

    [Fact]
    public void Picks_at_the_very_edge_and_boxes_of_no_size_are_read()
    {
        var photo = Pictures.Pyramid(Pictures.Smooth(300, 200), 300, 200);
        Assert.Single(ShadeSet.Read(photo, [new ShadePick { X = 1, Y = 1 }]));
        Assert.NotEmpty(ShadeSet.Read(photo, [new ShadePick { X0 = 1, Y0 = 1, X1 = 1, Y1 = 1 }]));
        Assert.True(ShadeSet.Read(photo, [new ShadePick { X0 = 0.9, Y0 = 0.9, X1 = 0.1, Y1 = 0.1 }]).Count > 10);
    }

    private static float Fold(float a, float b, MaskOp op, bool invert)
    {
        float[] folded = [a];
        MaskFold.Join(folded, [b], op, invert);
        return folded[0];
    }
}
