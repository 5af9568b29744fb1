using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Learnt;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Rendering.Operations;
using static Yarnwheel.Core.Tests.Gestures;

namespace Yarnwheel.Core.Tests;

public class WeighedPlacesTests
{
    private static readonly SubjectPart Stroked = Boxed with { Inside = [[At(0.45, 0.64), At(0.55, 0.64)]], Width = 0.02 };

    /// <summary>The disc in two colours, before stripes of two others.</summary>
    private static byte[] Plate() => Picture((x, y) => !Within(x, y, 150, 100, 50) ? x / 25 % 2 == 0 ? (150, 120, 90) : (60, 85, 110) : y < 105 ? (205, 200, 190) : (190, 60, 50), 6);

    [Fact]
    public void What_was_learnt_fits_its_figures()
    {
        var (picture, ground, cuts, tree) = Solved(Plate(), Stroked);
        Assert.Equal(LearntNetworks.Readings.Inputs, PlaceFigures.Of(picture, ground, cuts, tree).Count + GestureFigures.Of(picture, ground, cuts).Length);
    }

    [Fact]
    public void What_was_told_is_sure_and_the_rest_is_likely_where_the_thing_is()
    {
        var (picture, ground, cuts, tree) = Solved(Plate(), Stroked);
        var places = WeighedPlaces.Of(picture, ground, cuts, tree, CancellationToken.None);
        for (var k = 0; k < places.Shares.Length; k++)
        {
            Assert.InRange(places.Shares[k], 0, 1);
            if (ground.Marked.Sides[k] != 0) Assert.True(ground.Marked.Sides[k] > 0 ? places.Shares[k] > 0.999f : places.Shares[k] < 0.001f);
        }
        Assert.True(places.Shares[picture.SuperpixelAt(150, 75)] > 0.5f);
        Assert.True(places.Shares[picture.SuperpixelAt(90, 40)] < 0.5f);
    }

    [Fact]
    public void The_greatest_overlap_is_to_be_expected_of_what_it_takes()
    {
        var (picture, ground, cuts, tree) = Solved(Plate(), Stroked);
        var places = WeighedPlaces.Of(picture, ground, cuts, tree, CancellationToken.None);
        var taken = places.Cut(ground, CancellationToken.None).IsInside;
        var expected = places.Expected(taken);
        Assert.InRange(expected, 0, 1);
        // A contour may cost a little of it.
        Assert.True(expected > places.Expected([.. places.Shares.Select(s => s > 0.5f)]) - 0.02f);
        Assert.True(expected > places.Expected([.. taken.Select(_ => true)]));
        Assert.True(expected > places.Expected([.. ground.Marked.Sides.Select(s => s > 0)]));
    }

    [Fact]
    public void A_thing_of_two_colours_is_taken_whole()
    {
        var overlap = Overlap(Mask(Plate(), Stroked with { Reading = SubjectReading.Weighed }));
        Assert.True(overlap > 0.95, $"{overlap}");
    }

    [Fact]
    public void Strokes_correct_what_was_weighed_where_they_lie()
    {
        var part = Stroked with { Reading = SubjectReading.Weighed };
        var renderer = new PhotoRenderer(Pictures.Pyramid(Plate(), Width, Height));
        float[] before = Solve(renderer, part), after = Solve(renderer, part with { Outside = [[At(0.45, 0.4) with { Turn = 1 }, At(0.55, 0.4)]] });
        // The upper half goes, the lower one stays, and nothing comes.
        Assert.True(before[80 * Width + 150] > 0.9f && after[80 * Width + 150] < 0.1f);
        Assert.True(after[130 * Width + 150] > 0.9f);
        Assert.All(before.Zip(after), pair => Assert.True(pair.Second <= pair.First + 0.05f));
    }

    [Fact]
    public void It_can_be_cancelled()
    {
        var (picture, ground, cuts, tree) = Solved(Plate(), Stroked);
        using var cancel = new CancellationTokenSource();
        cancel.Cancel();
        Assert.ThrowsAny<OperationCanceledException>(() => WeighedPlaces.Of(picture, ground, cuts, tree, cancel.Token));
    }

    [Fact]
    public void Places_know_with_what_they_merge()
    {
        // One colour left, one right: what is marked on the left merges with the mark before the right does.
        var rgb = Picture((x, _) => x < 150 ? (190, 60, 50) : (70, 120, 70), 2);
        var (picture, ground, _, tree) = Solved(rgb, new SubjectPart { Box = new Box { X0 = 0.2, Y0 = 0.2, X1 = 0.8, Y1 = 0.8 }, Inside = [[At(0.3, 0.5), At(0.4, 0.5)]], Outside = [[At(0.6, 0.5), At(0.7, 0.5)]], Width = 0.03 });
        var table = new FigureTable(picture);
        TreeFigures.Add(table, picture, ground, tree);
        var rows = table.Rows([picture.SuperpixelAt(130, 100), picture.SuperpixelAt(170, 100)], []);
        Assert.True(rows[0] >= rows[table.Count]);
        Assert.All(rows, v => Assert.InRange(v, -1, 1.5f));
    }

    private static (CutPicture Picture, GestureGround Ground, SuperpixelCut[] Cuts, RegionTree Tree) Solved(byte[] rgb, SubjectPart part)
    {
        var source = new RenderSource(Pictures.Pyramid(rgb, Width, Height), 1L << 28, null);
        var picture = source.CutPicture(CancellationToken.None);
        var ground = new GestureGround(picture, Markings.Of(part, picture.Width, picture.Height));
        return (picture, ground, GestureReadings.All(picture, ground, CancellationToken.None), source.RegionTree(CancellationToken.None));
    }
}
