using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Codecs;

/// <summary>Small pictures for the Shelf.</summary>
public static class Thumbnail
{
    /// <summary>A JPEG that fits the size: of the recipe's picture, or of whatever else is to be shown.</summary>
    public static byte[] Draw(PhotoRenderer renderer, Recipe recipe, int size, Show show = Show.Result, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(renderer);
        var scale = Math.Min(1, size / (double)Math.Max(renderer.Photo.Width, renderer.Photo.Height));
        var region = new Region(0, 0, AreaSampler.Extent(renderer.Photo.Width, scale), AreaSampler.Extent(renderer.Photo.Height, scale));
        return FrameEncoder.Jpeg(renderer.Frames.Draw(recipe, new View(region, scale), show, null, cancel: cancel), region.Width, region.Height, 88, true);
    }
}
