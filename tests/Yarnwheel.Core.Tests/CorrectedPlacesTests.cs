using Yarnwheel.Core.Masks.Corrections;
using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Learnt;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;
using static Yarnwheel.Core.Tests.Gestures;

namespace Yarnwheel.Core.Tests;

/// <summary>How likely each place goes with a stroke that corrects an answer.</summary>
public class CorrectedPlacesTests
{
    private static readonly SubjectPart Stroked = Boxed with { Inside = [[At(0.36, 0.4), At(0.36, 0.6)]], Width = 0.02 };

    private static readonly SubjectPart Added = Stroked with { Inside = Stroked.Inside.Add([At(0.48, 0.48) with { Turn = 3 }, At(0.52, 0.52)]) };

    private static readonly SubjectPart Taken = Stroked with { Outside = [[At(0.47, 0.32) with { Turn = 3 }, At(0.53, 0.32)]] };

    /// <summary>The disc, in its middle a square of the wall's own colour.</summary>
    private static byte[] Patched() => Picture((x, y) => Within(x, y, 150, 100, 50) && (Math.Abs(x - 150) >= 24 || Math.Abs(y - 100) >= 24) ? (190, 60, 50) : (110, 130, 120), 4);

    [Fact]
    public void What_was_learnt_fits_its_figures()
    {
        var (correction, byColours, places, tree) = Corrected(Added);
        var pieces = AnswerPieces.Of(correction);
        Assert.Equal(LearntNetworks.Corrections.Inputs, CorrectionFigures.Of(correction, pieces, byColours, places, tree).Count + CorrectingFigures.Of(correction, pieces, byColours, places).Length);
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void What_was_told_is_sure_and_what_is_on_the_strokes_side_stays(bool isAdding)
    {
        var (correction, byColours, places, tree) = Corrected(isAdding ? Added : Taken);
        Assert.Equal(isAdding, correction.IsAdding);
        var corrected = CorrectedPlaces.Of(correction, byColours, places, tree, CancellationToken.None);
        for (var k = 0; k < corrected.LogOdds.Length; k++)
        {
            if (correction.Ground.Marked.Sides[k] is var side && side != 0) Assert.Equal(side, Math.Sign(corrected.LogOdds[k]));
            else if (correction.IsWith[k]) Assert.Equal(isAdding, corrected.LogOdds[k] > 0);
        }
    }

    [Fact]
    public void The_patch_that_a_stroke_lies_in_goes_with_it_and_the_wall_of_the_same_colour_does_not()
    {
        var (correction, byColours, places, tree) = Corrected(Added);
        var corrected = CorrectedPlaces.Of(correction, byColours, places, tree, CancellationToken.None);
        Assert.True(corrected.Shares[correction.Picture.SuperpixelAt(135, 110)] > 0.5f);
        Assert.True(corrected.Shares[correction.Picture.SuperpixelAt(92, 40)] < 0.5f);
    }

    [Fact]
    public void An_answer_falls_into_pieces_and_the_one_under_the_stroke_is_known()
    {
        var (correction, _, _, _) = Corrected(Added);
        var pieces = AnswerPieces.Of(correction);
        int patch = correction.Picture.SuperpixelAt(150, 100), wall = correction.Picture.SuperpixelAt(20, 20), disc = correction.Picture.SuperpixelAt(110, 100);
        Assert.True(pieces.AreTouched[patch]);
        Assert.False(pieces.AreTouched[wall] || pieces.AreTouched[disc]);
        // 48 by 48 pixels are 576 of the half picture.
        Assert.InRange(pieces.Sizes[patch], 450, 700);
        Assert.True(pieces.Sizes[wall] > pieces.Sizes[disc] && pieces.Sizes[disc] > pieces.Sizes[patch]);
    }

    [Fact]
    public void Places_know_whether_they_merge_with_the_stroke_first()
    {
        var (correction, _, _, tree) = Corrected(Added);
        var table = new FigureTable(correction.Picture);
        MergingFigures.Add(table, correction, tree);
        var rows = table.Rows([correction.Picture.SuperpixelAt(135, 110), correction.Picture.SuperpixelAt(20, 20)], []);
        Assert.True(rows[0] > rows[table.Count]);
        Assert.True(rows[2] < rows[table.Count + 2]);
    }

    [Fact]
    public void A_region_holds_what_its_parts_hold()
    {
        var (correction, _, _, tree) = Corrected(Added);
        var sums = tree.Summed(k => k % 3 == 0);
        Assert.Equal(correction.Picture.Sizes.Where((_, k) => k % 3 == 0).Sum(), sums[^1]);
        for (var node = correction.Picture.Sizes.Length; node < sums.Length; node++) Assert.InRange(sums[node], 0, tree.Sizes[node]);
    }

    [Fact]
    public void It_can_be_cancelled()
    {
        var (correction, byColours, places, tree) = Corrected(Added);
        using var cancel = new CancellationTokenSource();
        cancel.Cancel();
        Assert.ThrowsAny<OperationCanceledException>(() => CorrectedPlaces.Of(correction, byColours, places, tree, cancel.Token));
    }

    private static (Correction Correction, SuperpixelCut ByColours, WeighedPlaces Places, RegionTree Tree) Corrected(SubjectPart part)
    {
        var source = new RenderSource(Pictures.Pyramid(Patched(), Width, Height), 1L << 28, null);
        var (picture, tree) = (source.CutPicture(CancellationToken.None), source.RegionTree(CancellationToken.None));
        GestureGround Ground(SubjectPart gesture) => new(picture, Markings.Of(gesture, picture.Width, picture.Height));
        var before = GestureReadings.Of(picture, Ground(Stroked), () => tree, CancellationToken.None)[0];
        var ground = Ground(part);
        var stroke = new CorrectingStroke(picture, Markings.Of(GestureTurns.MiddleOfLast(part), picture.Width, picture.Height, ground.Box));
        var correction = new Correction(picture, ground, before, stroke);
        var (byColours, places) = CorrectedAnswer.Both(correction, () => tree, before.Reading, CancellationToken.None);
        return (correction, byColours, places, tree);
    }
}
