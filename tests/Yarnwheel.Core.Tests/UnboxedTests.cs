using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Masks.Subjects;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Rendering.Operations;
using static Yarnwheel.Core.Tests.Gestures;

namespace Yarnwheel.Core.Tests;

/// <summary>Strokes without a box: the thing may be many times as large as they are, and lie anywhere.</summary>
public class UnboxedTests
{
    private static readonly SubjectPart Short = new() { Inside = [[At(0.48, 0.5), At(0.53, 0.5)]], Width = 0.02 };

    [Theory]
    [InlineData(30)]
    [InlineData(60)]
    [InlineData(90)]
    public void A_short_stroke_takes_the_whole_thing_however_large(int radius)
    {
        // In patches of two shades, so that its own borders are seen.
        bool Truth(int x, int y) => Within(x, y, 150, 100, radius);
        var rgb = Picture((x, y) => Truth(x, y) ? (x / 9 + y / 9) % 2 == 0 ? (235, 150, 90) : (200, 95, 45) : (30, 75, 80), 8);
        var overlap = Overlap(Mask(rgb, Short), Truth);
        Assert.True(overlap > 0.96, $"{overlap}");
    }

    [Theory]
    [InlineData(0, 100)]
    [InlineData(300, 100)]
    [InlineData(150, 200)]
    [InlineData(0, 200)]
    public void What_the_picture_cuts_through_is_taken_to_its_border(int centreX, int centreY)
    {
        bool Truth(int x, int y) => Within(x, y, centreX, centreY, 85);
        var rgb = Picture((x, y) => Truth(x, y) ? (190, 60, 50) : (x / 20 + y / 20) % 2 == 0 ? (70, 120, 70) : (90, 140, 100), 8);
        double x = (centreX + (150 - centreX) * 0.25) / Width, y = (centreY + (100 - centreY) * 0.25) / Height;
        var overlap = Overlap(Mask(rgb, new SubjectPart { Inside = [[At(x, y), At(x + 0.03, y)]], Width = 0.02 }), Truth);
        Assert.True(overlap > 0.96, $"{overlap}");
    }

    [Fact]
    public void A_stroke_outside_leaves_out_the_whole_of_what_it_lies_on()
    {
        // Two alike that touch; the second stroke inside says that both are meant, the stroke after it that they are not.
        bool Left(int x, int y) => Within(x, y, 105, 100, 50);
        bool Right(int x, int y) => Within(x, y, 195, 100, 42);
        var rgb = Picture((x, y) => Left(x, y) ? (190, 60, 50) : Right(x, y) ? (180, 150, 50) : (70, 120, 70), 6);
        var both = new SubjectPart { Inside = [[At(0.3, 0.5), At(0.4, 0.5)], [At(0.6, 0.5), At(0.7, 0.5)]], Outside = [[At(0.05, 0.1), At(0.1, 0.1)]], Width = 0.02 };
        var overlap = Overlap(Mask(rgb, both), (x, y) => Left(x, y) || Right(x, y));
        Assert.True(overlap > 0.95, $"both: {overlap}");
        var corrected = both with { Inside = [both.Inside[0]], Outside = [both.Outside[0], [At(0.62, 0.45) with { Turn = 3 }, At(0.7, 0.55)]] };
        overlap = Overlap(Mask(rgb, corrected), Left);
        Assert.True(overlap > 0.95, $"one: {overlap}");
    }

    [Fact]
    public void Of_like_things_the_stroked_one_is_taken_with_its_piece_behind_a_rail()
    {
        // Three discs alike; a rail of four pixels runs across the one in the middle.
        bool Rail(int y) => y is >= 108 and < 112;
        bool Truth(int x, int y) => Within(x, y, 150, 100, 35) && !Rail(y);
        var rgb = Picture((x, y) => Rail(y) ? (40, 40, 45) : Within(x, y, 150, 100, 35) || Within(x, y, 55, 60, 30) || Within(x, y, 245, 140, 30) ? (190, 60, 50) : (70, 120, 70), 8);
        var mask = Mask(rgb, new SubjectPart { Inside = [[At(0.46, 0.44), At(0.53, 0.44)]], Width = 0.02 });
        var overlap = Overlap(mask, Truth);
        Assert.True(overlap > 0.95, $"{overlap}");
        Assert.DoesNotContain(Enumerable.Range(0, mask.Length), i => mask[i] >= 0.5f && !Within(i % Width, i / Width, 150, 100, 40));
    }

    [Fact]
    public void Of_like_things_that_touch_the_near_one_can_be_had()
    {
        // A row of discs that touch, of one colour: by colour and contour they are one thing.
        bool Truth(int x, int y) => Within(x, y, 150, 100, 30);
        var rgb = Picture((x, y) => Enumerable.Range(0, 5).Any(k => Within(x, y, 30 + 60 * k, 100, 30)) ? (190, 60, 50) : (70, 120, 70), 8);
        var part = new SubjectPart { Inside = [[At(0.46, 0.5), At(0.54, 0.5)]], Width = 0.02 };
        var renderer = new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height));
        Assert.Contains(SubjectReading.Near, renderer.Findings.SubjectReadings(part));
        Assert.NotNull(renderer.Findings.ReadingPicture(part, SubjectReading.Near));
        double all = Overlap(Solve(renderer, part), Truth), near = Overlap(Solve(renderer, part with { Reading = SubjectReading.Near }), Truth);
        Assert.True(near > 0.8 && near > all + 0.2, $"{near}, without {all}");
        // A correction goes on from it; with a box it is the box's.
        var corrected = part with { Reading = SubjectReading.Near, Outside = [[At(0.62, 0.4) with { Turn = 1 }, At(0.62, 0.6)]] };
        Assert.True(Overlap(Solve(renderer, corrected), Truth) > near - 0.05);
        var boxed = part with { Box = Boxed.Box };
        Assert.DoesNotContain(SubjectReading.Near, renderer.Findings.SubjectReadings(boxed));
        Assert.Equal(Solve(renderer, boxed), Solve(renderer, boxed with { Reading = SubjectReading.Near }));
    }

    [Fact]
    public void A_mirrored_picture_gives_the_mirrored_mask()
    {
        var rgb = Picture((x, y) => Within(x, y, 120, 90, 60) ? (190, 60 + y / 4, 50) : (70, 120, 70 + x / 4), 0);
        var part = new SubjectPart { Inside = [[At(0.35, 0.4), At(0.45, 0.5)]], Width = 0.02 };
        float[] there = Mask(rgb, part), back = Mask(Mirrored(rgb), part with { Inside = [[At(0.65, 0.4), At(0.55, 0.5)]] });
        var differs = Enumerable.Range(0, there.Length).Count(i => Math.Abs(there[i] - back[MirroredAt(i)]) > 0.5f);
        // Sums run the other way round: a pixel of the contour may tip over.
        Assert.True(differs < 12, $"{differs} pixels");
    }

    [Fact]
    public void The_border_is_outside_but_for_where_what_is_stroked_leads()
    {
        var rgb = Picture((x, y) => x < 150 ? (190, 60, 50) : (70, 120, 70), 5);
        var picture = CutPictureOf(rgb);
        var marked = new MarkedSuperpixels(picture, FarBorder.Mark(picture, new SubjectPart { Inside = [[At(0.2, 0.5), At(0.3, 0.5)]], Width = 0.02 }));
        Assert.False(marked.IsBeyond[picture.SuperpixelAt(2, 100)]);
        Assert.True(marked.IsBeyond[picture.SuperpixelAt(Width - 3, 100)]);
        Assert.False(marked.IsBeyond[picture.SuperpixelAt(250, 100)]);
        // With a box nothing of it is asked.
        marked = new MarkedSuperpixels(picture, FarBorder.Mark(picture, new SubjectPart { Box = new Box { X0 = 0, Y0 = 0, X1 = 1, Y1 = 1 }, Inside = [[At(0.2, 0.5)]], Width = 0.02 }));
        Assert.DoesNotContain(true, marked.IsBeyond);
        Assert.True(FarBorder.Mark(picture, new SubjectPart { Outside = [[At(0.2, 0.5)]] }).IsEmpty);
    }

    private static CutPicture CutPictureOf(byte[] rgb) => new RenderSource(Pictures.Pyramid(rgb, Width, Height), 1L << 30, null).CutPicture(CancellationToken.None);
}
