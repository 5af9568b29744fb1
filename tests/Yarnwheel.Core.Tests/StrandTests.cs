using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using static Yarnwheel.Core.Tests.Gestures;

namespace Yarnwheel.Core.Tests;

/// <summary>Branches given by one stroke along one of them: exact truth of drawn pictures.</summary>
public class StrandTests
{
    private static readonly (double X0, double Y0, double X1, double Y1, double Width)[] Tree =
        [(150, 199, 150, 110, 8), (150, 150, 90, 90, 5), (150, 110, 200, 40, 5), (150, 110, 130, 30, 4), (90, 90, 50, 85, 3), (90, 90, 80, 40, 3), (200, 40, 240, 30, 3)];

    /// <summary>Another, that nothing joins to it; and a wide thing of the same colour, far off.</summary>
    private static readonly (double X0, double Y0, double X1, double Y1, double Width)[] Other = [(270, 199, 265, 110, 6), (265, 130, 290, 90, 4)];

    private static readonly SubjectPart Stroked = new() { Inside = [[At(0.5, 0.95), At(0.5, 0.6)]], Width = 0.05 };

    private static bool On((double X0, double Y0, double X1, double Y1, double Width) way, double x, double y)
    {
        double dx = way.X1 - way.X0, dy = way.Y1 - way.Y0, t = Math.Clamp(((x - way.X0) * dx + (y - way.Y0) * dy) / (dx * dx + dy * dy), 0, 1);
        return double.Hypot(x - way.X0 - t * dx, y - way.Y0 - t * dy) <= way.Width / 2;
    }

    private static byte[] Drawn() => Picture((x, y) =>
        Tree.Concat(Other).Any(w => On(w, x, y)) || Within(x, y, 25, 170, 18) ? (70, 60, 52) : Math.Sin(x / 30) + Math.Cos(y / 25) > 0 ? (205, 150, 60) : (60, 120, 190), 6);

    private static double OverlapOf(float[] mask)
    {
        double both = 0, either = 0;
        for (var i = 0; i < mask.Length; i++)
        {
            var truth = Tree.Any(w => On(w, i % Width, i / Width));
            if (truth && mask[i] > 0.5f) both++;
            if (truth || mask[i] > 0.5f) either++;
        }
        return both / either;
    }

    [Fact]
    public void One_stroke_along_a_branch_takes_all_that_hangs_together_with_it()
    {
        var mask = Mask(Drawn(), Stroked);
        Assert.True(OverlapOf(mask) > 0.95, $"{OverlapOf(mask)}");
        // Every twig nearly to its end; neither the other tree nor the wide thing of the same colour.
        foreach (var (x0, y0, x1, y1, _) in Tree.Skip(2))
        {
            int x = (int)(x0 + 0.9 * (x1 - x0)), y = (int)(y0 + 0.9 * (y1 - y0));
            Assert.True(mask[y * Width + x] > 0.5f, $"the twig at {x}, {y}: {mask[y * Width + x]}");
        }
        Assert.True(mask[150 * Width + 267] < 0.05f);
        Assert.True(mask[170 * Width + 25] < 0.05f);
    }

    [Fact]
    public void A_stroke_outside_takes_away_what_hangs_on_where_it_crosses()
    {
        var mask = Mask(Drawn(), Stroked with { Outside = [[At(0.34, 0.55), At(0.41, 0.55)]] });
        // Beyond it both twigs of the left limb are gone; the others stay.
        Assert.True(mask[87 * Width + 70] < 0.05f && mask[65 * Width + 85] < 0.05f, $"{mask[87 * Width + 70]} {mask[65 * Width + 85]}");
        Assert.True(mask[75 * Width + 175] > 0.5f && mask[60 * Width + 137] > 0.5f);
    }

    [Fact]
    public void A_stroke_on_something_wide_is_added_and_one_outside_takes_of_it()
    {
        var branches = Mask(Drawn(), Stroked);
        SubjectPart disc = Stroked with { Inside = [.. Stroked.Inside, [At(0.06, 0.85) with { Turn = 1 }, At(0.1, 0.85)]], Width = 0.03 };
        var both = Mask(Drawn(), disc);
        Assert.True(both[170 * Width + 25] > 0.9f && both[160 * Width + 25] > 0.9f, $"the wide thing: {both[170 * Width + 25]}");
        // The branches stay as they were, and nothing of the ground comes along.
        foreach (var i in Enumerable.Range(0, both.Length).Where(i => i % Width > 60)) Assert.True(MathF.Abs(both[i] - branches[i]) < 0.5f, $"{i % Width}, {i / Width}: {branches[i]}, {both[i]}");
        Assert.True(both[120 * Width + 25] < 0.1f);
        Assert.Equal(SubjectReading.Strand, new PhotoRenderer(Pyramid.Build(new BytePixels(Drawn(), Width, Height))).Findings.SubjectReadings(disc)[0]);
        var less = Mask(Drawn(), disc with { Outside = [[At(0.05, 0.9) with { Turn = 2 }, At(0.12, 0.9)]] });
        Assert.True(less[180 * Width + 25] < 0.1f && less[75 * Width + 175] > 0.5f, $"{less[180 * Width + 25]}, {less[75 * Width + 175]}");
    }

    [Fact]
    public void The_reading_is_named_and_gives_the_same_again()
    {
        var renderer = new PhotoRenderer(Pyramid.Build(new BytePixels(Drawn(), Width, Height)));
        var readings = renderer.Findings.SubjectReadings(Stroked);
        Assert.Equal(SubjectReading.Strand, readings[0]);
        Assert.True(readings.Count > 1);
        Assert.NotNull(renderer.Findings.ReadingPicture(Stroked, SubjectReading.Strand));
        Assert.False(renderer.Findings.IsNextToNothing(Stroked));
        var first = Mask(Drawn(), Stroked);
        Assert.Equal(first, Mask(Drawn(), Stroked with { Reading = SubjectReading.Strand }));
        Assert.NotEqual(first, Mask(Drawn(), Stroked with { Reading = readings[1] }));
    }

    [Fact]
    public void In_a_box_it_is_no_reading()
    {
        var part = Stroked with { Box = new Box { X0 = 0.1, Y0 = 0.1, X1 = 0.9, Y1 = 1 } };
        var renderer = new PhotoRenderer(Pyramid.Build(new BytePixels(Drawn(), Width, Height)));
        Assert.DoesNotContain(SubjectReading.Strand, renderer.Findings.SubjectReadings(part));
        Assert.Equal(Mask(Drawn(), part with { Reading = SubjectReading.Strokes }), Mask(Drawn(), part with { Reading = SubjectReading.Strand }));
    }

    [Fact]
    public void A_stroke_on_a_wide_thing_or_on_the_ground_is_not_read_so()
    {
        SubjectPart[] parts = [Stroked with { Inside = [[At(0.42, 0.5), At(0.58, 0.5)]] }, Stroked with { Inside = [[At(0.05, 0.1), At(0.3, 0.12)]] }, Stroked with { Inside = [[At(0.5, 0.5)]] }];
        var renderer = new PhotoRenderer(Pyramid.Build(new BytePixels(Disc(10), Width, Height)));
        foreach (var part in parts) Assert.DoesNotContain(SubjectReading.Strand, renderer.Findings.SubjectReadings(part));
        // Asked for all the same, it is what the strokes' colours give.
        Assert.Equal(Mask(Disc(10), parts[0] with { Reading = SubjectReading.Strokes }), Mask(Disc(10), parts[0] with { Reading = SubjectReading.Strand }));
    }

    [Fact]
    public void A_bar_of_a_thing_whose_contour_is_quite_clear_stands_for_the_thing()
    {
        // A lamp: dark bars about bright panes, before an even ground.
        var rgb = Picture((x, y) => Math.Abs(x - 150) > 40 || Math.Abs(y - 100) > 60 ? (60, 140, 90) : Math.Abs(x - 150) > 34 || Math.Abs(y - 100) > 54 || Math.Abs(x - 150) < 3 ? (70, 40, 60) : (135, 75, 110), 2);
        var renderer = new PhotoRenderer(Pyramid.Build(new BytePixels(rgb, Width, Height)));
        var part = new SubjectPart { Inside = [[At(0.5, 0.35), At(0.5, 0.65)]], Width = 0.02 };
        Assert.Equal([SubjectReading.Strokes, SubjectReading.Strand], renderer.Findings.SubjectReadings(part).Take(2));
        float[] taken = Mask(rgb, part), bars = Mask(rgb, part with { Reading = SubjectReading.Strand });
        Assert.True(taken[100 * Width + 130] > 0.9f && bars[100 * Width + 130] < 0.1f, $"pane {taken[100 * Width + 130]}, {bars[100 * Width + 130]}");
        Assert.True(bars[100 * Width + 150] > 0.9f && taken[100 * Width + 60] < 0.1f);
    }

    [Fact]
    public void A_mirrored_picture_gives_the_mirrored_branches()
    {
        var rgb = Drawn();
        var mirrored = new byte[rgb.Length];
        for (var i = 0; i < Width * Height; i++) rgb.AsSpan(3 * i, 3).CopyTo(mirrored.AsSpan(3 * (i / Width * Width + Width - 1 - i % Width)));
        float[] own = Mask(rgb, Stroked), other = Mask(mirrored, Stroked);
        var apart = Enumerable.Range(0, own.Length).Count(i => own[i] > 0.5f != other[i / Width * Width + Width - 1 - i % Width] > 0.5f);
        Assert.True(apart < 0.02 * own.Count(m => m > 0.5f), $"{apart} of {own.Count(m => m > 0.5f)}");
    }

    [Fact]
    public void Strokes_over_the_edge_of_a_tiny_picture_do_no_harm()
    {
        var renderer = new PhotoRenderer(Pyramid.Build(new BytePixels([.. Enumerable.Range(0, 3 * 12 * 9).Select(i => (byte)(i * 37))], 12, 9)));
        var part = new SubjectPart { Inside = [[At(0, 0), At(1, 1)], [At(1, 0) with { Lifted = true }, At(0, 1)]], Width = 1 };
        Assert.NotNull(renderer.Findings.SubjectReadings(part));
    }
}
