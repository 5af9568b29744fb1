using Yarnwheel.Core.Recipes;
using Yarnwheel.DemoScenes.Truth;

namespace Yarnwheel.DemoScenes.Tests;

public class CorrectingHandTests
{
    private const int Width = 60;
    private const int Height = 40;

    /// <summary>The thing is the left half; the answer misses a large square of it and has a small one too much.</summary>
    private static readonly float[] Alpha = [.. Enumerable.Range(0, Width * Height).Select(i => i % Width < 30 ? 1f : 0)];

    private static float[] Answer(bool isLeft) =>
        [.. Enumerable.Range(0, Width * Height).Select(i => (i % Width, i / Width) is var (x, y) && x is >= 5 and < 17 && y is >= 10 and < 22 ? isLeft ? 1f : 0 : x is >= 45 and < 51 && y is >= 20 and < 26 ? 1 : Alpha[i])];

    [Fact]
    public void What_is_wrong_is_told_piece_by_piece_the_largest_first()
    {
        var pieces = WrongPiece.All(Answer(isLeft: false), Alpha, Width, Height);
        Assert.Equal([(144, true), (36, false)], pieces.Select(p => (p.Size, p.IsMissing)));
        Assert.Equal(144, pieces[0].Pixels(Width, Height).Count(p => p));
        Assert.Empty(WrongPiece.All(Alpha, Alpha, Width, Height));
    }

    [Fact]
    public void A_stroke_is_drawn_through_the_largest_piece_after_all_others()
    {
        var gesture = new SubjectPart { Outside = [[new StrokePoint { X = 0.9, Y = 0.1 }]] };
        var corrected = CorrectingHand.Correct(Answer(isLeft: false), Alpha, Width, Height, gesture);
        var stroke = Assert.Single(corrected.Inside);
        Assert.Equal(2, stroke[0].Turn);
        Assert.All(stroke, p => Assert.True(p.X * Width is > 5 and < 17 && p.Y * Height is > 10 and < 22));
        // What is too much is taken away next, and what is right is left alone.
        Assert.Equal(2, CorrectingHand.Correct(Answer(isLeft: true), Alpha, Width, Height, gesture).Outside.Length);
        Assert.Same(gesture, CorrectingHand.Correct(Alpha, Alpha, Width, Height, gesture));
    }
}
