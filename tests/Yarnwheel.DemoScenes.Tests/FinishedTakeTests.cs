using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.DemoScenes.Tests;

/// <summary>The takes that the Shelf shows, held against the exact masks.</summary>
public class FinishedTakeTests
{
    // What the area keeps lies on the subject; where it keeps the subject's thread alone, a part of the subject is left out.
    [Theory]
    [InlineData("madder-basket", "madder-hank", 0.85, 0.85)]
    [InlineData("felt-string", "madder-balls", 0.85, 0.85)]
    [InlineData("yarn-ends", "madder-ends", 0.85, 0.65)]
    [InlineData("steaming-vat", "indigo-cloth", 0.6, 0.85)]   // the steam before the cloth keeps its colour too, and is not the cloth
    [InlineData("spool-stand", "teal-spool", 0.95, 0.5)]
    [InlineData("mordant-jar", "jar", 0.95, 0.4)]
    [InlineData("hoop-wall", "madder-rings", 0.9, 0.4)]
    public void A_finished_take_keeps_its_subject(string scene, string subject, double onIt, double ofIt)
    {
        var recipe = RecipeJson.Parse(File.ReadAllBytes(Path.Combine(CommittedPhoto.Folder, scene + ".recipe.json")));
        var mask = new PhotoRenderer(CommittedPhoto.Half(scene)).Copies.Mask(recipe, 0);
        var alpha = CommittedPhoto.Alpha(scene, subject);
        double kept = 0, both = 0, whole = 0;
        Assert.Equal(alpha.Length, mask.Length);
        for (var i = 0; i < alpha.Length; i++)
        {
            kept += mask[i];
            whole += alpha[i];
            both += Math.Min(mask[i], alpha[i]);
        }
        Assert.True(both / kept > onIt, $"{both / kept:F3} of what is kept is the subject");
        Assert.True(both / whole > ofIt, $"{both / whole:F3} of the subject is kept");
    }

    [Fact]
    public void Every_photo_on_the_Shelf_has_a_finished_take()
    {
        var photos = Directory.GetFiles(CommittedPhoto.Folder, "*.jpg");
        Assert.Equal(8, photos.Length);
        foreach (var photo in photos)
        {
            var recipe = RecipeJson.Parse(File.ReadAllBytes(Path.ChangeExtension(photo, ".recipe.json")));
            Assert.NotEmpty(recipe.Areas);
            Assert.True(recipe.Grey.Spokes.Length >= 3);
            Assert.All(recipe.Areas, a => Assert.NotEqual("Area", a.Name));
        }
    }
}
