using Yarnwheel.Codecs;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Measure.Speed;

/// <summary>Frames of the Bench, without network and browser.</summary>
internal static class FrameTable
{
    public static IEnumerable<SpeedRow> Rows(Material material)
    {
        var renderer = material.Renderer(24);
        var view = Material.Frame(renderer);
        var recipe = Material.ThreeAreas;
        var pixels = renderer.Frame(recipe, view, Show.Result);
        var unit = Stopwatches.Median(15, () => FrameEncoder.Jpeg(pixels, view.Region.Width, view.Region.Height, 90, true));
        yield return new("JPEG q90 4:4:4 of the frame", "libvips", $"{unit:F1} ms", "the unit, E", null);

        Recipe Spoke(int i) => recipe with { Grey = recipe.Grey with { Spokes = recipe.Grey.Spokes.SetItem(0, new Spoke { Hue = 29, Lift = i % 90 }) } };
        var spoke = Stopwatches.Median(25, i => renderer.Frame(Spoke(i), view, Show.Result));
        yield return new("a spoke moved: the frame's pixels", $"E {unit:F1} ms", $"{spoke:F1} ms", "0.5 E", spoke / (0.5 * unit));

        Recipe Reach(int i) => recipe with { Areas = recipe.Areas.SetItem(0, recipe.Areas[0] with { Mask = new Mask { Parts = [((ColourPart)recipe.Areas[0].Mask.Parts[0]) with { Reach = 5 + (i + 2) * 0.1 }] } }) };
        var reach = Stopwatches.Median(25, i => renderer.Frame(Reach(i), view, Show.Result));
        yield return new("reach moved: the frame's pixels", $"E {unit:F1} ms", $"{reach:F1} ms", "–", null);

        var fresh = Stopwatches.Median(9, i => renderer.Frame(recipe, view with { Region = view.Region with { Y = i + 3, Height = FrameHeightOf(view) - 20 } }, Show.Result));
        yield return new("a region never seen before: the frame's pixels", $"E {unit:F1} ms", $"{fresh:F1} ms", "–", null);
    }

    private static int FrameHeightOf(View view) => view.Region.Height;
}
