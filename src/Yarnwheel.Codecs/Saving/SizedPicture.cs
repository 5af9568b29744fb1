using NetVips;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Codecs.Saving;

/// <summary>A rendered picture reduced to the size of a copy and sharpened for it.</summary>
internal static class SizedPicture
{
    /// <param name="renderer">Of the photo.</param>
    /// <param name="recipe">What to render.</param>
    /// <param name="size">Of the copy, pixels; not larger than the photo.</param>
    /// <param name="sharpness">For that size.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static LightPlanes Of(PhotoRenderer renderer, Recipe recipe, (int Width, int Height) size, OutputSharpness sharpness, IProgress<double>? progress, CancellationToken cancel)
    {
        var (width, height) = (renderer.Photo.Width, renderer.Photo.Height);
        var picture = new LightPlanes(new Core.Imaging.Region(0, 0, size.Width, size.Height));
        if (size == (width, height)) renderer.Copies.Picture(recipe, (y, light) => light.CopyTo(picture.Row(y)), progress, cancel);
        else
        {
            var full = new float[3L * width * height];
            renderer.Copies.Picture(recipe, (y, light) =>
            {
                var into = full.AsSpan(3 * y * width, 3 * width);
                for (var x = 0; x < width; x++) (into[3 * x], into[3 * x + 1], into[3 * x + 2]) = (light.Red[x], light.Green[x], light.Blue[x]);
            }, progress, cancel);
            // In linear light, by Lanczos' window of three lobes (C. Duchon, 1979), as wide as the reduction asks for.
            using var image = ArrayImage.Of(full, width, height, 3, Enums.Interpretation.Scrgb);
            using var small = image.Resize((double)size.Width / width, kernel: Enums.Kernel.Lanczos3, gap: 0, vscale: (double)size.Height / height);
            using var registration = cancel.Register(() => small.SetKill(true));
            var values = small.WriteToMemory<float>();
            Rows.Each(size.Height, y =>
            {
                var row = picture.Row(y);
                var from = values.AsSpan(3 * y * size.Width, 3 * size.Width);
                // The filter's lobes may dip below black beside a bright edge.
                for (var x = 0; x < size.Width; x++) (row.Red[x], row.Green[x], row.Blue[x]) = (Math.Max(0, from[3 * x]), Math.Max(0, from[3 * x + 1]), Math.Max(0, from[3 * x + 2]));
            }, cancel);
        }
        if (sharpness != OutputSharpness.None) OutputSharpening.Apply(picture, (int)sharpness, cancel);
        return picture;
    }
}
