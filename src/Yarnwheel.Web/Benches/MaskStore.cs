using Yarnwheel.Codecs;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Benches;

/// <summary>Takes grey pictures in as masks, each kept once under its content's hash.</summary>
internal sealed class MaskStore(DataFolder folder, OriginalStore originals, PhotoLimits limits)
{
    /// <summary>Makes sure that the mask pictures a recipe names are here.</summary>
    /// <exception cref="RecipeException">Names the parts whose picture is missing.</exception>
    public void Require(Recipe recipe)
    {
        var missing = (from a in Enumerable.Range(0, recipe.Areas.Length)
                       from p in Enumerable.Range(0, recipe.Areas[a].Mask.Parts.Length)
                       where recipe.Areas[a].Mask.Parts[p] is PicturePart { Asset.Length: > 7 } picture && !File.Exists(Path.Combine(folder.Masks, picture.Asset[7..] + ".png"))
                       select new RecipeFault($"areas[{a}].mask.parts[{p}].asset", "this mask picture is not here; add it to an area first, then read the recipe in again")).ToList();
        if (missing.Count > 0) throw new RecipeException(missing);
    }

    /// <returns>What a part by picture names it by.</returns>
    /// <exception cref="Core.YarnwheelException">It is no picture that can be read, too large, or of another shape than the photo.</exception>
    public async Task<string> AddAsync(Stream body, int width, int height, CancellationToken cancel)
    {
        var (path, hash, _) = await originals.ReceiveAsync(body, (long)(limits.Megabytes * 1e6), cancel);
        try
        {
            new MaskPictureFolder(folder.Masks, limits).Check(path, width, height);
            var kept = Path.Combine(folder.Masks, hash + ".png");
            if (!File.Exists(kept)) File.Move(path, kept, overwrite: true);
            return "sha256:" + hash;
        }
        finally
        {
            File.Delete(path);
        }
    }
}
