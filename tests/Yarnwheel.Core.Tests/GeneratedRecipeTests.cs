using FsCheck;
using FsCheck.Fluent;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Tests;

/// <summary>Recipes of every kind are drawn: whole, finite, the same in pieces; YARNWHEEL_FAULTS for more of them than CI has time for.</summary>
public class GeneratedRecipeTests
{
    private const int Width = 61, Height = 43;

    private static readonly int Count = int.TryParse(Environment.GetEnvironmentVariable("YARNWHEEL_FAULTS"), out var wished) ? wished : 500;

    private sealed class OnePicture : IMaskPictures
    {
        public GreyPixels? Find(string asset, int width, int height) =>
            asset == RecipeGen.Asset ? new GreyPixels([.. Enumerable.Range(0, width * height).Select(k => (ushort)(k * 977))], width, height) : null;
    }

    [Fact]
    public void Every_recipe_that_the_schema_allows_is_taken_and_drawn()
    {
        var photo = Pictures.Pyramid(Pictures.Smooth(Width, Height), Width, Height);
        var all = new Region(0, 0, Width, Height);
        Check.One(Config.QuickThrowOnFailure.WithMaxTest(Count), Prop.ForAll(RecipeGen.Documents.ToArbitrary(), json =>
        {
            var recipe = RecipeJson.Parse(json);
            var renderer = new PhotoRenderer(photo, pictures: new OnePicture());
            var whole = renderer.Frames.Draw(recipe, new View(all, 1), Show.Result);
            var part = new Region(20, 11, 30, 22);
            var piece = renderer.Frames.Draw(recipe, new View(part, 1), Show.Result);
            for (var y = 0; y < part.Height; y++)
                Assert.True(whole.AsSpan(3 * ((part.Y + y) * Width + part.X), 3 * part.Width).SequenceEqual(piece.AsSpan(3 * y * part.Width, 3 * part.Width)), $"row {y} of {json}");
            renderer.Copies.Picture(recipe, (y, light) =>
            {
                foreach (var v in light.Red) Assert.True(float.IsFinite(v), json);
                foreach (var v in light.Green) Assert.True(float.IsFinite(v), json);
                foreach (var v in light.Blue) Assert.True(float.IsFinite(v), json);
            });
            // What is written is what was read.
            Assert.Equal(RecipeJson.Write(recipe), RecipeJson.Write(RecipeJson.Parse(RecipeJson.Write(recipe))));
        }));
    }
}
