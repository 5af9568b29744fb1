using System.Collections.Immutable;
using OpenCvSharp;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Subjects;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Rendering.Operations;
using static Yarnwheel.Core.Tests.Gestures;

namespace Yarnwheel.Core.Tests;

/// <summary>Subjects cut out by rough gestures: exact truth of drawn pictures, OpenCV's grabCut (Rother et al. 2004) on the same, and gestures that say little or nothing.</summary>
public class SubjectTests
{
    [Fact]
    public void A_box_alone_finds_a_disc_better_than_grabCut()
    {
        var rgb = Disc(noise: 22);
        var ours = Mask(rgb, Boxed);
        using var picture = Mat.FromPixelData(Height, Width, MatType.CV_8UC3, rgb);
        using Mat mask = new(), behind = new(), front = new();
        Cv2.GrabCut(picture, mask, new Rect(84, 30, 132, 140), behind, front, 5, GrabCutModes.InitWithRect);
        mask.GetArray(out byte[] classes);
        double own = Overlap(ours), theirs = Overlap([.. classes.Select(c => (c & 1) == 1 ? 1f : 0)]);
        Assert.True(own > 0.985, $"{own}");
        Assert.True(own >= theirs - 0.002, $"{own}, grabCut {theirs}");
    }

    [Fact]
    public void A_stroke_alone_finds_the_disc()
    {
        var part = new SubjectPart { Inside = [[At(0.42, 0.5), At(0.5, 0.4), At(0.58, 0.5)]], Width = 0.02 };
        Assert.True(Overlap(Mask(Disc(10), part)) > 0.98);
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void Of_a_thin_thing_across_the_picture_grounds_of_which_nothing_is_marked_stay_outside(bool oneIsMarked)
    {
        // A dark bar before stripes of four strong colours, a box about all of it: of the stripes at most one is known.
        (int, int, int)[] stripes = [(200, 120, 40), (80, 140, 60), (60, 110, 180), (210, 190, 70)];
        var rgb = Picture((x, y) => Math.Abs(y - 100) < 9 ? (50, 52, 58) : stripes[Math.Min(3, (int)x / 75)], 6);
        var part = new SubjectPart { Box = new Box { X0 = 0, Y0 = 0, X1 = 1, Y1 = 1 }, Inside = [[At(0.1, 0.5), At(0.3, 0.5)]], Outside = oneIsMarked ? [[At(0.1, 0.2), At(0.2, 0.2)]] : [], Width = 0.02 };
        var mask = Mask(rgb, part);
        for (var x = 20; x < Width - 20; x += 20)
        {
            Assert.True(mask[100 * Width + x] > 0.9f, $"the bar at {x}");
            Assert.True(mask[40 * Width + x] < 0.1f && mask[160 * Width + x] < 0.1f, $"the ground at {x}");
        }
    }

    [Fact]
    public void The_hole_of_a_ring_is_left_out()
    {
        var rgb = Picture((x, y) => Within(x, y, 150, 100, 60) && !Within(x, y, 150, 100, 35) ? (190, 140, 60) : (205, 200, 190), 8);
        var mask = Mask(rgb, Boxed with { Inside = [[At(0.34, 0.5)]], Width = 0.02 });
        Assert.True(mask[100 * Width + 150] < 0.1f);
        Assert.True(mask[100 * Width + 103] > 0.9f);
    }

    [Fact]
    public void A_shadow_that_others_throw_too_is_left_out()
    {
        // Discs on a wall, each with its shadow; the red one is meant.
        (int X, int Y)[] discs = [(150, 100), (40, 30), (40, 95), (40, 160), (250, 30), (250, 95), (250, 160)];
        var rgb = Picture((x, y) => Within(x, y, 150, 100, 28) ? (180, 60, 50) : discs.Any(d => Within(x, y, d.X, d.Y, 28)) ? (60, 90, 150) : discs.Any(d => Within(x, y, d.X + 18, d.Y + 18, 28)) ? (112, 108, 112) : (205, 200, 190), 8);
        var part = Boxed with { Inside = [[At(0.48, 0.5), At(0.52, 0.45)]], Outside = [[At(0.32, 0.25), At(0.6, 0.22)]], Width = 0.02 };
        var mask = Mask(rgb, part);
        Assert.True(mask[100 * Width + 150] > 0.9f);
        Assert.True(mask[132 * Width + 182] < 0.1f);
    }

    [Fact]
    public void The_same_gesture_gives_the_same_mask()
    {
        var rgb = Disc(25);
        Assert.Equal(Mask(rgb, Boxed), Mask(rgb, Boxed));
        // Also when the same renderer has solved other gestures before.
        var renderer = new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height));
        Solve(renderer, Boxed with { Inside = [[At(0.5, 0.5)]] });
        Assert.Equal(Mask(rgb, Boxed), Solve(renderer, Boxed));
    }

    [Theory]
    [InlineData(null)]
    [InlineData(SubjectReading.Weighed)]
    public void A_mirrored_picture_gives_the_mirrored_mask(SubjectReading? reading)
    {
        var rgb = Disc(20);
        var stroke = Boxed with { Inside = [[At(0.45, 0.5), At(0.5, 0.6)]], Reading = reading };
        var back = stroke with { Inside = [[At(0.55, 0.5), At(0.5, 0.6)]] };
        float[] own = Mask(rgb, stroke), other = Mask(Mirrored(rgb), back);
        // Sums run the other way round: a pixel of the contour may tip over.
        var off = Enumerable.Range(0, own.Length).Count(i => Math.Abs(own[i] - other[MirroredAt(i)]) > 0.5f);
        Assert.True(off < 12, $"{off} pixels");
    }

    public static TheoryData<string, SubjectPart> Degenerate => new()
    {
        { "nothing", new SubjectPart() },
        { "empty box", new SubjectPart { Box = new Box { X0 = 0.5, Y0 = 0.5, X1 = 0.5, Y1 = 0.5 } } },
        { "box at the rim", new SubjectPart { Box = new Box { X0 = 1, Y0 = 1, X1 = 1, Y1 = 1 } } },
        { "box turned round", new SubjectPart { Box = new Box { X0 = 0.72, Y0 = 0.85, X1 = 0.28, Y1 = 0.15 } } },
        { "whole picture", new SubjectPart { Box = new Box { X1 = 1, Y1 = 1 } } },
        { "whole picture, one point", new SubjectPart { Box = new Box { X1 = 1, Y1 = 1 }, Inside = [[At(0.5, 0.5)]] } },
        { "one point", new SubjectPart { Inside = [[At(0.5, 0.5)]] } },
        { "one point outside alone", new SubjectPart { Outside = [[At(0.5, 0.5)]] } },
        { "an empty stroke", new SubjectPart { Inside = [[]] } },
        { "a stroke over everything", new SubjectPart { Inside = [[At(0, 0.5), At(1, 0.5)]], Width = 1 } },
        { "both kinds over one another", Boxed with { Inside = [[At(0.4, 0.5), At(0.6, 0.5)]], Outside = [[At(0.4, 0.5), At(0.6, 0.5)]] } },
    };

    [Theory]
    [MemberData(nameof(Degenerate))]
    public void Gestures_that_say_little_are_answered(string name, SubjectPart part)
    {
        foreach (var (rgb, reading) in from rgb in (byte[][])[Disc(10), Picture((_, _) => (120, 120, 120), 0)] from reading in (SubjectReading?[])[null, SubjectReading.Weighed] select (rgb, reading))
        {
            var mask = Mask(rgb, part with { Reading = reading });
            Assert.All(mask, m => Assert.InRange(m, 0, 1));
            if (name is "nothing" or "empty box" or "box at the rim" or "one point outside alone" or "an empty stroke") Assert.DoesNotContain(mask, m => m > 0);
            // A point that was marked as inside, and by nothing else, is inside.
            if (name is "one point" or "whole picture, one point" or "a stroke over everything") Assert.True(mask[Height / 2 * Width + Width / 2] > 0.5f, name);
        }
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(3, 2)]
    [InlineData(1, 3000)]
    [InlineData(3000, 1)]
    public void Pictures_of_extreme_shape_are_cut(int width, int height)
    {
        var renderer = new PhotoRenderer(Pictures.Pyramid(Pictures.Random(width, height), width, height));
        var part = new SubjectPart { Box = new Box { X1 = 1, Y1 = 1 }, Inside = [[At(0.5, 0.5)]], Outside = [[At(0.1, 0.1)]] };
        Assert.All(Solve(renderer, part), m => Assert.InRange(m, 0, 1));
        Assert.All(Solve(renderer, part with { Reading = SubjectReading.Weighed }), m => Assert.InRange(m, 0, 1));
        Assert.All(renderer.Findings.Doubts(part, TestContext.Current.CancellationToken), d => Assert.InRange(d.X, 0, 1));
        renderer.Findings.MainSubject(TestContext.Current.CancellationToken);
    }

    [Fact]
    public void Setting_the_light_leaves_the_subject_as_it_is()
    {
        var renderer = new PhotoRenderer(Pictures.Pyramid(Disc(10), Width, Height));
        var plain = Solve(renderer, Boxed);
        var lit = renderer.Copies.Mask(RecipeOf(Boxed) with { Light = new Light { Exposure = -1.5, Contrast = 40, Warmth = 30 } }, 0, cancel: TestContext.Current.CancellationToken);
        Assert.True(Enumerable.Range(0, plain.Length).Count(i => Math.Abs(plain[i] - lit[i] / 65535f) > 0.5f) < 8);
    }

    [Fact]
    public void A_box_drawn_from_any_corner_is_the_same_box() =>
        Assert.Equal(Mask(Disc(10), Boxed), Mask(Disc(10), Boxed with { Box = new Box { X0 = 0.72, Y0 = 0.85, X1 = 0.28, Y1 = 0.15 } }));

    [Fact]
    public void Nothing_is_found_beyond_the_box()
    {
        var mask = Mask(Disc(10), Boxed with { Box = new Box { X0 = 0.28, Y0 = 0.15, X1 = 0.5, Y1 = 0.85 } });
        for (var i = 0; i < mask.Length; i++) if (i % Width > 156) Assert.Equal(0, mask[i]);
    }

    [Fact]
    public void A_box_in_which_nothing_stands_out_takes_next_to_nothing_and_a_thing_does_not()
    {
        // All of the box is told to be outside.
        var ground = Picture((_, _) => (120, 130, 110), 3);
        Assert.True(Findings(ground).IsNextToNothing(Boxed with { Outside = [[At(0.3, 0.5), At(0.7, 0.5)]], Width = 0.8 }));
        Assert.False(Findings(Disc(10)).IsNextToNothing(Boxed));
        Assert.False(Findings(Disc(10)).IsNextToNothing(new SubjectPart { Inside = [[At(0.42, 0.5), At(0.5, 0.4), At(0.58, 0.5)]], Width = 0.02 }));
    }

    [Fact]
    public void A_thing_of_two_colours_is_taken_whole_by_a_box_and_a_stroke_on_one_of_them()
    {
        var part = Boxed with { Inside = [[At(0.45, 0.64), At(0.55, 0.64)]], Width = 0.02 };
        var findings = Findings(TwoColours());
        var readings = findings.SubjectReadings(part);
        Assert.True(Overlap(Mask(TwoColours(), part)) > 0.97);
        // The likeliest is what is taken.
        Assert.Equal(Mask(TwoColours(), part), Mask(TwoColours(), part with { Reading = readings[0] }));
        // A correction reads on as it was read, and leaves the readings as they were.
        var corrected = part with { Outside = [[At(0.32, 0.2) with { Turn = 2 }, At(0.36, 0.2)]] };
        var again = corrected with { Outside = corrected.Outside.Add([At(0.66, 0.2) with { Turn = 3 }, At(0.68, 0.22)]) };
        Assert.True(Overlap(Mask(TwoColours(), again)) > 0.97);
        Assert.Equal(findings.SubjectReadings(corrected), findings.SubjectReadings(again));
    }

    [Fact]
    public void One_reading_tells_colours_apart_that_the_others_take_for_one()
    {
        // The upper half of the disc is a little lighter than what lies behind it.
        var rgb = Picture((x, y) => !Within(x, y, 150, 100, 50) ? (150, 120, 90) : y < 100 ? (157, 127, 97) : (190, 60, 50), 2);
        double Read(SubjectReading reading) => Overlap(Mask(rgb, Boxed with { Reading = reading }));
        Assert.True(Read(SubjectReading.Fine) > 0.97, $"{Read(SubjectReading.Fine)}");
        Assert.True(Read(SubjectReading.Box) < 0.6, $"{Read(SubjectReading.Box)}");
    }

    [Fact]
    public void What_the_other_readings_come_to_alike_weighs_more_than_the_strokes_colour_alone()
    {
        // A plate before a chequered wall that has some of its middle's colour, too; the stroke lies on its rim.
        var rgb = Picture((x, y) => Within(x, y, 150, 100, 34) ? (200, 200, 190) : Within(x, y, 150, 100, 50) ? (150, 105, 60) : x / 12 % 2 == y / 12 % 2 ? (90, 130, 135) : x / 12 % 4 == 0 ? (200, 200, 195) : (150, 164, 156), 6);
        var part = Boxed with { Inside = [[At(0.357, 0.5), At(0.363, 0.44)]], Width = 0.02 };
        var picture = new RenderSource(Pictures.Pyramid(rgb, Width, Height), 1L << 28, null).CutPicture(CancellationToken.None);
        var ground = new GestureGround(picture, Markings.Of(part, picture.Width, picture.Height));
        var scores = ReadingWeights.Scores(picture, GestureReadings.All(picture, ground, CancellationToken.None));
        Assert.True(scores[(int)SubjectReading.Box] > scores[(int)SubjectReading.Strokes]);
        // A plate or a ring: both can be had.
        double Read(SubjectReading reading) => Overlap(Mask(rgb, part with { Reading = reading }));
        Assert.True(Read(SubjectReading.Strokes) < 0.6 && Read(SubjectReading.Box) > 0.85);
        Assert.Contains(Findings(rgb).SubjectReadings(part), r => Read(r) > 0.85);
    }

    [Fact]
    public void One_reading_closes_holes_but_for_what_is_marked_outside()
    {
        var rgb = Ring();
        var whole = Boxed with { Inside = [[At(0.34, 0.5)]], Width = 0.02, Reading = SubjectReading.Whole };
        Assert.True(Mask(rgb, whole)[100 * Width + 150] > 0.9f);
        Assert.True(Mask(rgb, whole with { Outside = [[At(0.48, 0.5), At(0.52, 0.5)]] })[100 * Width + 150] < 0.1f);
    }

    [Fact]
    public void Readings_are_told_once_each_with_a_picture_and_none_of_an_empty_gesture()
    {
        var findings = Findings(Ring());
        var part = Boxed with { Inside = [[At(0.34, 0.5)]], Width = 0.02 };
        var readings = findings.SubjectReadings(part);
        Assert.Equal(readings.Distinct(), readings);
        Assert.True(readings.Count >= 2);
        foreach (var reading in readings)
        {
            var picture = findings.ReadingPicture(part, reading)!;
            Assert.Equal(3 * picture.Width * picture.Height, picture.Rgb.Length);
            // What is taken is in colour, all else grey; the hole is taken by one reading alone.
            int At(int x, int y) => 3 * (y * picture.Width + x);
            Assert.Equal(picture.Rgb[0], picture.Rgb[1]);
            var middle = At(picture.Width / 2, picture.Height / 2);
            Assert.Equal(reading == SubjectReading.Whole, picture.Rgb[middle] != picture.Rgb[middle + 2]);
        }
        Assert.Empty(findings.SubjectReadings(new SubjectPart()));
        Assert.Null(findings.ReadingPicture(new SubjectPart(), SubjectReading.Box));
        // A box in an even picture is read in one way at most twice.
        Assert.InRange(Findings(Picture((_, _) => (120, 130, 110), 0)).SubjectReadings(Boxed).Count, 1, 2);
    }

    private static Findings Findings(byte[] rgb) => new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height)).Findings;

    private static byte[] Ring() => Picture((x, y) => Within(x, y, 150, 100, 60) && !Within(x, y, 150, 100, 35) ? (190, 140, 60) : (205, 200, 190), 8);

    /// <summary>The disc, most of it above of another colour, before planks of two tones.</summary>
    private static byte[] TwoColours() => Picture((x, y) => !Within(x, y, 150, 100, 50) ? x / 25 % 2 == 0 ? (150, 120, 90) : (110, 85, 60) : y < 105 ? (205, 200, 190) : (190, 60, 50), 6);

    [Fact]
    public void It_can_be_cancelled()
    {
        using var cancelled = new CancellationTokenSource();
        cancelled.Cancel();
        var renderer = new PhotoRenderer(Pictures.Pyramid(Disc(10), Width, Height));
        Assert.ThrowsAny<OperationCanceledException>(() => renderer.Findings.PrepareSubjects(cancelled.Token));
        // Also once the photo is known: in the cut itself.
        renderer.Findings.PrepareSubjects(TestContext.Current.CancellationToken);
        Assert.ThrowsAny<OperationCanceledException>(() => renderer.Findings.Doubts(Boxed, cancelled.Token));
        Assert.Contains(Solve(renderer, Boxed), m => m > 0);
    }

    [Fact]
    public void A_frame_shows_the_mask_of_the_copy()
    {
        // A photo larger than what is cut, seen at half its size and copied whole.
        var rgb = new byte[3 * 2000 * 1400];
        for (var i = 0; i < rgb.Length / 3; i++)
        {
            var inside = Math.Pow(i % 2000 - 1000, 2) + Math.Pow(i / 2000 - 700, 2) < 400 * 400;
            (rgb[3 * i], rgb[3 * i + 1], rgb[3 * i + 2]) = inside ? ((byte)190, (byte)50, (byte)45) : ((byte)60, (byte)110, (byte)70);
        }
        var renderer = new PhotoRenderer(Pictures.Pyramid(rgb, 2000, 1400));
        var full = Solve(renderer, Boxed);
        var off = Enumerable.Range(0, full.Length).Count(i => full[i] > 0.5f != Math.Pow(i % 2000 - 1000, 2) + Math.Pow(i / 2000 - 700, 2) < 400 * 400);
        Assert.True(off < 1200, $"{off} pixels of a contour of 2,513");
        var frame = renderer.Frames.Draw(RecipeOf(Boxed), new View(new Region(0, 0, 1000, 700), 0.5), Show.Mask, 0, cancel: TestContext.Current.CancellationToken);
        var apart = Enumerable.Range(0, 1000 * 700).Count(i => Math.Abs(frame[3 * i] / 255.0 - full[i / 1000 * 2 * 2000 + i % 1000 * 2]) > 0.6);
        Assert.True(apart < 700, $"{apart} pixels");
    }

    [Fact]
    public void Doubt_is_found_where_there_is_no_edge_and_not_where_there_is()
    {
        // The disc's right side fades into the ground.
        int Mixed(int own, int ground, int x) => own + (ground - own) * Math.Clamp(x - 105, 0, 90) / 90;
        var rgb = Picture((x, y) => Within(x, y, 150, 100, 50) ? (Mixed(190, 70, x), Mixed(60, 120, x), Mixed(50, 70, x)) : (70, 120, 70), 18);
        var renderer = new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height));
        var part = Boxed with { Inside = [[At(0.45, 0.5), At(0.5, 0.5)]], Width = 0.02 };
        var doubts = renderer.Findings.Doubts(part, TestContext.Current.CancellationToken);
        Assert.NotEmpty(doubts);
        Assert.All(doubts, d => Assert.True(d.X > 0.5, $"{d.X}, {d.Y}"));
        var clear = new PhotoRenderer(Pictures.Pyramid(Disc(6), Width, Height));
        Assert.Empty(clear.Findings.Doubts(part, TestContext.Current.CancellationToken));
    }

    [Fact]
    public void The_main_subject_is_proposed_where_there_is_one()
    {
        var rgb = Disc(8);
        var part = new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height)).Findings.MainSubject(TestContext.Current.CancellationToken);
        Assert.NotNull(part);
        Assert.True(Overlap(Mask(rgb, part)) > 0.98);
    }

    [Fact]
    public void Without_a_clear_subject_none_is_proposed()
    {
        foreach (var rgb in (byte[][])
        [
            Picture((_, _) => (120, 110, 100), 12),
            Picture((x, y) => x < 150 ? (190, 60, 50) : (70, 120, 70), 8),
            Picture((x, y) => x / 30 % 2 == 0 ? (190, 60, 50) : (70, 120, 70), 8),
            Picture((x, y) => Within(x, y, 80, 100, 40) || Within(x, y, 220, 100, 40) ? (190, 60, 50) : (70, 120, 70), 8),
        ])
            Assert.Null(new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height)).Findings.MainSubject(TestContext.Current.CancellationToken));
    }
}
