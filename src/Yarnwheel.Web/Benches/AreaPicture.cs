using System.Security.Cryptography;
using System.Text;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Web.Benches;

/// <summary>The small picture of an area's mask beside its name.</summary>
internal static class AreaPicture
{
    private const int Side = 96;

    /// <summary>Changes when the mask may have changed, and only then.</summary>
    public static string Key(Recipe recipe, int area)
    {
        var own = recipe.Areas[area];
        var text = RecipeJson.WriteCompact(new Recipe { Light = recipe.Light, Areas = [new Area { Mask = own.Mask, Edge = own.Edge }] });
        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(PhotoRenderer.EngineVersion + text)))[..16];
    }

    /// <returns>A PNG.</returns>
    public static byte[] Draw(PhotoRenderer renderer, Recipe recipe, int area, CancellationToken cancel)
    {
        var photo = renderer.Photo;
        var scale = Math.Min(1, Side / (double)Math.Max(photo.Width, photo.Height));
        var region = new Region(0, 0, AreaSampler.Extent(photo.Width, scale), AreaSampler.Extent(photo.Height, scale));
        // An area shows its mask also while it is switched off.
        var lit = recipe with { Areas = [recipe.Areas[area] with { On = true }] };
        return FrameEncoder.Png(renderer.Frames.Draw(lit, new View(region, scale), Show.Mask, 0, cancel: cancel), region.Width, region.Height);
    }
}
