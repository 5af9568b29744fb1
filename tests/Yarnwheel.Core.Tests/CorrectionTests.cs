using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Rendering.Operations;
using static Yarnwheel.Core.Tests.Gestures;

namespace Yarnwheel.Core.Tests;

/// <summary>Strokes that correct an answer: they hold where they lie, take what goes with them, and leave the rest alone.</summary>
public class CorrectionTests
{
    [Fact]
    public void A_correction_counts_from_both_sides_on()
    {
        var first = new SubjectPart { Inside = [[At(0.5, 0.5)]] };
        Assert.Null(GestureTurns.Before(first));
        Assert.Null(GestureTurns.Before(first with { Outside = [[At(0.1, 0.1)]] }));
        var corrected = first with { Outside = [[At(0.1, 0.1) with { Turn = 2 }], [At(0.2, 0.1) with { Turn = 4 }]], Inside = [[At(0.5, 0.5) with { Turn = 5 }], [At(0.6, 0.5) with { Turn = 3 }]] };
        var before = GestureTurns.Before(corrected)!;
        Assert.Equal(0.6, Assert.Single(before.Inside)[0].X);
        Assert.Equal(0.5, Assert.Single(GestureTurns.Last(corrected).Inside)[0].X);
        Assert.Empty(GestureTurns.Last(corrected).Outside);
        Assert.Equal(0.1, Assert.Single(GestureTurns.Before(before)!.Outside)[0].X);
    }

    [Fact]
    public void A_stroke_on_what_looks_like_the_other_side_holds_where_it_lies()
    {
        // A square of the wall's own colour in the disc's middle, told to belong to it by a thin stroke.
        var rgb = Picture((x, y) => Math.Abs(x - 150) < 16 && Math.Abs(y - 100) < 16 ? (110, 130, 120) : Within(x, y, 150, 100, 50) ? (190, 60, 50) : (110, 130, 120), 4);
        var part = Boxed with { Inside = [[At(0.36, 0.4), At(0.36, 0.6)]], Width = 0.02 };
        var corrected = part with { Inside = part.Inside.Add([At(0.47, 0.48) with { Turn = 3 }, At(0.53, 0.52)]), Outside = [[At(0.2, 0.2) with { Turn = 2 }, At(0.25, 0.2)]] };
        var middle = 100 * Width + 150;
        Assert.True(Mask(rgb, part)[middle] < 0.1f);
        Assert.True(Mask(rgb, corrected)[middle] > 0.9f);
        // And the other way: the thing's own colour, told to be outside.
        var taken = part with { Outside = [[At(0.2, 0.2) with { Turn = 2 }, At(0.25, 0.2)], [At(0.47, 0.3) with { Turn = 3 }, At(0.53, 0.3)]] };
        Assert.True(Mask(rgb, taken)[60 * Width + 150] < 0.1f);
    }

    [Fact]
    public void Strokes_outside_take_away_and_strokes_inside_add()
    {
        // Two discs of one colour in one box.
        var rgb = Picture((x, y) => Within(x, y, 100, 100, 38) || Within(x, y, 200, 100, 38) ? (200, 60, 50) : (70, 110, 60), 8);
        var both = new SubjectPart { Box = new Box { X0 = 0.15, Y0 = 0.25, X1 = 0.85, Y1 = 0.75 }, Inside = [[At(0.33, 0.5)]], Width = 0.02 };
        var one = both with { Outside = [[At(0.64, 0.45), At(0.7, 0.55)]] };
        var again = one with { Inside = one.Inside.Add([At(0.64, 0.45) with { Turn = 3 }, At(0.7, 0.55)]) };
        float Right(SubjectPart part) => Mask(rgb, part)[100 * Width + 215];
        Assert.True(Right(both) > 0.9f);
        Assert.True(Right(one) < 0.1f);
        Assert.True(Right(again) > 0.9f);
        Assert.True(Mask(rgb, one)[100 * Width + 100] > 0.9f);
    }

    [Fact]
    public void With_a_box_every_stroke_drawn_later_is_held_against_what_it_gave()
    {
        var stroked = Boxed with { Inside = [[At(0.5, 0.5) with { Turn = 1 }]] };
        var before = GestureTurns.Before(stroked)!;
        Assert.Equal(Boxed.Box, before.Box);
        Assert.Empty(before.Inside);
        // What is told with it, without a turn, is not.
        Assert.Null(GestureTurns.Before(Boxed with { Inside = [[At(0.5, 0.5)]], Outside = [[At(0.1, 0.1)]] }));
        Assert.Null(GestureTurns.Before(Boxed with { Inside = [[At(0.5, 0.5)]] }));
    }

    [Fact]
    public void A_stroke_in_a_patch_that_looks_like_the_ground_takes_the_patch()
    {
        var rgb = Patched();
        var part = Boxed with { Inside = [[At(0.36, 0.4), At(0.36, 0.6)]], Outside = [[At(0.3, 0.2), At(0.3, 0.3)]], Width = 0.02 };
        var corrected = part with { Inside = part.Inside.Add([At(0.48, 0.48) with { Turn = 3 }, At(0.52, 0.52)]) };
        double before = Overlap(Mask(rgb, part)), after = Overlap(Mask(rgb, corrected));
        Assert.True(before < 0.8 && after > 0.97, $"{before}, corrected {after}");
    }

    [Fact]
    public void What_a_wide_brush_covers_beside_its_middle_takes_nothing_along()
    {
        // A thin bar beside the disc, drawn along with a brush that is narrower, and with one twice as wide.
        var rgb = Picture((x, y) => Within(x, y, 150, 100, 50) ? (190, 60, 50) : Math.Abs(y - 100) < 5 && x is > 200 and < 214 ? (215, 200, 170) : (110, 85, 60), 6);
        SubjectPart Corrected(double width) => Boxed with { Inside = [[At(0.69, 0.5) with { Turn = 1, Width = width }, At(0.7, 0.5)]], Width = 0.02 };
        foreach (var width in (double[])[0.02, 0.1])
        {
            var mask = Mask(rgb, Corrected(width));
            Assert.True(mask[100 * Width + 208] > 0.9f, $"{width}: the bar");
            Assert.True(mask[83 * Width + 208] < 0.1f && mask[117 * Width + 208] < 0.1f, $"{width}: the ground");
        }
    }

    [Fact]
    public void A_stroke_after_a_box_leaves_what_the_box_found()
    {
        // By the stroke's colours alone the patch, and the wall, would be the thing.
        var rgb = Patched();
        var corrected = Boxed with { Inside = [[At(0.48, 0.48) with { Turn = 1 }, At(0.52, 0.52)]], Width = 0.02 };
        double before = Overlap(Mask(rgb, Boxed)), after = Overlap(Mask(rgb, corrected));
        Assert.True(before is > 0.65 and < 0.8 && after > 0.97, $"{before}, corrected {after}");
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void A_correction_takes_nothing_from_its_own_side_wherever_it_is_drawn(bool isInside)
    {
        // A plate before a chequered wall of nearly its colours: what a stroke says of colours could turn anything.
        var rgb = Picture((x, y) => Within(x, y, 150, 100, 34) ? (200, 200, 190) : Within(x, y, 150, 100, 50) ? (150, 105, 60) : x / 12 % 2 == y / 12 % 2 ? (90, 130, 135) : x / 12 % 4 == 0 ? (200, 200, 195) : (150, 120, 90), 12);
        var source = new RenderSource(Pictures.Pyramid(rgb, Width, Height), 1L << 28, null);
        var first = Boxed with { Inside = [[At(0.36, 0.4), At(0.36, 0.6)]], Outside = [[At(0.3, 0.2), At(0.3, 0.3)]], Width = 0.02 };
        byte[] Cut(SubjectPart part) => source.Subject(part, TestContext.Current.CancellationToken).Mask(TestContext.Current.CancellationToken);
        var before = Cut(first);
        var random = new Random(5);
        for (var trial = 0; trial < 40; trial++)
        {
            double x = 0.25 + 0.5 * random.NextDouble(), y = 0.1 + 0.8 * random.NextDouble();
            StrokePoint[] stroke = [At(x, y) with { Turn = 3 }, At(x + 0.1 * random.NextDouble(), y + 0.1 * random.NextDouble())];
            var after = Cut(isInside ? first with { Inside = first.Inside.Add([.. stroke]) } : first with { Outside = first.Outside.Add([.. stroke]) });
            Assert.DoesNotContain(true, before.Zip(after, (b, a) => isInside ? a < b : a > b));
        }
    }

    [Fact]
    public void A_stroke_on_what_the_box_found_is_told_with_it()
    {
        // A long stroke on the disc, which the box has found; one on the ground, which it has left out; and neither where it is a dab.
        var rgb = Disc(10);
        StrokePoint[] inside = [At(0.42, 0.5) with { Turn = 1 }, At(0.58, 0.5)], outside = [At(0.3, 0.2) with { Turn = 2 }, At(0.44, 0.2)], dab = [At(0.5, 0.5) with { Turn = 1 }, At(0.51, 0.5)];
        static SubjectPart AtOnce(SubjectPart part) => part with { Inside = [.. part.Inside.Select(s => s.SetItem(0, s[0] with { Turn = null }))], Outside = [.. part.Outside.Select(s => s.SetItem(0, s[0] with { Turn = null }))] };
        var findings = new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height)).Findings;
        foreach (var part in (SubjectPart[])[Boxed with { Inside = [[.. inside]], Width = 0.02 }, Boxed with { Inside = [[.. inside]], Outside = [[.. outside]], Width = 0.02 }])
        {
            Assert.True(GestureTurns.MayTell(part));
            Assert.Equal(Mask(rgb, AtOnce(part)), Mask(rgb, part));
            Assert.Equal(findings.SubjectReadings(AtOnce(part)), findings.SubjectReadings(part));
        }
        // Of a correction the readings are those of what it corrects.
        Assert.Equal(findings.SubjectReadings(Boxed), findings.SubjectReadings(Boxed with { Inside = [[.. dab]], Width = 0.02 }));
        Assert.False(GestureTurns.MayTell(Boxed with { Inside = [[.. inside], [dab[0] with { Turn = 3 }, dab[1]]], Outside = [[.. outside]] }));
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void A_stroke_beyond_the_box_leaves_the_answer_as_it_is(bool isInside)
    {
        var rgb = Disc(6);
        var part = Boxed with { Inside = [[At(0.45, 0.5), At(0.55, 0.5)]], Outside = [[At(0.3, 0.2), At(0.33, 0.2)]], Width = 0.02 };
        StrokePoint[] stroke = [At(0.85, 0.3) with { Turn = 3 }, At(0.9, 0.4)];
        var corrected = isInside ? part with { Inside = part.Inside.Add([.. stroke]) } : part with { Outside = part.Outside.Add([.. stroke]) };
        double before = Overlap(Mask(rgb, part)), after = Overlap(Mask(rgb, corrected));
        Assert.True(before > 0.97 && Math.Abs(after - before) < 0.01, $"{before}, corrected {after}");
    }

    [Fact]
    public void How_far_a_stroke_reaches_is_told_by_the_box()
    {
        static float Extent(params StrokePoint[] stroke) => Markings.Of(Boxed with { Inside = [[.. stroke]], Width = 0.01 }, Width, Height).Extent();
        // The box is 132 pixels wide and 140 high.
        Assert.Equal(60 / Math.Sqrt(132 * 132 + 140 * 140), Extent(At(0.4, 0.5), At(0.6, 0.5)), 0.01);
        Assert.Equal(0, Extent(At(0.5, 0.5)), 0.01);
        Assert.Equal(0, Extent(At(0.1, 0.1), At(0.2, 0.1)));
    }

    /// <summary>The disc, with a square of the ground's colour in its middle.</summary>
    private static byte[] Patched() => Picture((x, y) => Math.Abs(x - 150) < 24 && Math.Abs(y - 100) < 24 ? (110, 130, 120) : Within(x, y, 150, 100, 50) ? (190, 60, 50) : (110, 130, 120), 4);
}
