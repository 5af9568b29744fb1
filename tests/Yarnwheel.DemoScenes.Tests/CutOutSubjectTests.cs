using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.DemoScenes.Truth;

namespace Yarnwheel.DemoScenes.Tests;

/// <summary>Subjects cut out of the demo photographs by a hurried gesture, held against their exact masks.</summary>
public class CutOutSubjectTests
{
    // A box and two strokes say enough where the subject is of one dye; they do not say that a lid, bare wood or a second bunch belongs to it.
    [Theory]
    [InlineData("drying-rail", "indigo-skein", 0.96)]
    [InlineData("felt-string", "green-ball", 0.97)]
    [InlineData("madder-basket", "madder-hank", 0.98)]
    [InlineData("hoop-wall", "madder-rings", 0.6)]
    [InlineData("hoop-wall", "teal-ring", 0.55)]
    [InlineData("mordant-jar", "copper-bowl", 0.75)]
    [InlineData("yarn-ends", "cornflower-ends", 0.55, 0.03)]
    public void A_rough_gesture_finds_it_and_corrections_tear_nothing(string scene, string subject, double found, double lost = 0.02)
    {
        var photo = CommittedPhoto.Half(scene);
        float[] alpha = [.. CommittedPhoto.Alpha(scene, subject).Select(a => a / 65535f)];
        var renderer = new PhotoRenderer(photo);
        var gesture = RoughGesture.For(alpha, photo.Width, photo.Height);
        var mask = Mask(renderer, gesture);
        var overlap = Overlap.Of(mask, alpha);
        Assert.True(overlap > found, $"{overlap:F3}");
        for (var correction = 1; correction <= 3; correction++)
        {
            gesture = CorrectingHand.Correct(mask, alpha, photo.Width, photo.Height, gesture);
            mask = Mask(renderer, gesture);
            var after = Overlap.Of(mask, alpha);
            Assert.True(after > overlap - lost, $"correction {correction}: {overlap:F3}, then {after:F3}");
            overlap = after;
        }
    }

    [Fact]
    public void The_answer_does_not_depend_on_what_was_asked_before()
    {
        var photo = CommittedPhoto.Half("felt-string");
        float[] alpha = [.. CommittedPhoto.Alpha("felt-string", "green-ball").Select(a => a / 65535f)];
        var renderer = new PhotoRenderer(photo);
        var gesture = RoughGesture.For(alpha, photo.Width, photo.Height);
        for (var k = 0; k < 2; k++) gesture = CorrectingHand.Correct(Mask(renderer, gesture), alpha, photo.Width, photo.Height, gesture);
        Assert.Equal(Mask(renderer, gesture), Mask(new PhotoRenderer(photo), gesture));
    }

    private static float[] Mask(PhotoRenderer renderer, SubjectPart part) =>
        [.. renderer.Copies.Mask(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [part] } }] }, 0).Select(m => m / 65535f)];
}
