using Yarnwheel.Codecs;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Measure.Speed;

/// <summary>Frames of the Bench, without network and browser.</summary>
internal static class FrameTable
{
    /// <summary>The unit E: the frame encoded by the codec library.</summary>
    public static double Unit(PhotoRenderer renderer, View view)
    {
        var pixels = renderer.Frames.Draw(Material.ThreeAreas, view, Show.Result);
        return Stopwatches.Median(15, () => FrameEncoder.Jpeg(pixels, view.Region.Width, view.Region.Height, 90, true));
    }

    /// <summary>A spoke moved: all masks are there, each pixel is mixed anew.</summary>
    public static double Spoke(PhotoRenderer renderer, View view, Recipe recipe)
    {
        Recipe Moved(int i) => recipe with { Grey = recipe.Grey with { Spokes = recipe.Grey.Spokes.SetItem(0, new Spoke { Hue = 29, Lift = i % 90 }) } };
        return Stopwatches.Median(41, i => renderer.Frames.Draw(Moved(i), view, Show.Result));
    }

    public static IEnumerable<SpeedRow> Rows(PhotoRenderer renderer, int megapixels)
    {
        var view = Material.Frame(renderer);
        var unit = Unit(renderer, view);
        var peer = $"E {unit:F1} ms";
        yield return new("JPEG q90 4:4:4 encode of the frame", "libvips", $"{unit:F1} ms", "the unit, E", null);

        var pass = Spoke(renderer, view, Material.OneArea);
        yield return new("the per-pixel pass: grey mix, blend by one mask, 8 bit", peer, $"{pass:F1} ms", "0.5 E", pass / (0.5 * unit));
        var three = Spoke(renderer, view, Material.ThreeAreas);
        yield return new("the same with three areas, two of them treated", peer, $"{three:F1} ms", "–", null);
        foreach (var (name, width) in (List<(string, string)>)[("AVX2", "avx2"), ("one value at a time", "scalar")])
        {
            var slower = Child.Run(["width", megapixels.ToString(System.Globalization.CultureInfo.InvariantCulture)], width == "avx2" ? [("DOTNET_EnableAVX512F", "0"), ("DOTNET_EnableAVX512", "0")] : [("DOTNET_EnableAVX2", "0"), ("DOTNET_EnableAVX", "0")]);
            var (own, ownUnit) = (slower[0], slower[1]);
            yield return new($"the per-pixel pass, {name}", $"E {ownUnit:F1} ms", $"{own:F1} ms", width == "avx2" ? "1 E" : "–", width == "avx2" ? own / ownUnit : null);
        }

        Recipe Reach(int i) => Material.ManyPicks(5 + (i + 2) * 0.1);
        var reach = Stopwatches.Median(21, i => renderer.Frames.Draw(Reach(i), view, Show.Result));
        yield return new("reach moved, ten picks, five leave-outs: the frame's pixels", peer, $"{reach:F1} ms", "–", null);
        // A renderer of its own each time: what others have drawn must not serve it. The photo's smaller sizes are there.
        double Fresh(Recipe recipe) => Stopwatches.Median(9, () => new PhotoRenderer(renderer.Photo).Frames.Draw(recipe, view, Show.Result));
        var fresh = Fresh(Material.ThreeAreas);
        yield return new("a region never seen before, three areas: the frame's pixels", peer, $"{fresh:F1} ms", "3 E", fresh / (3 * unit));
        var boxed = Fresh(Material.BoxOfPicks);
        yield return new("the same, one area by a box of a few hundred shades", peer, $"{boxed:F1} ms", "–", null);
    }
}
