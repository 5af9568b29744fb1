using NetVips;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Codecs.Saving;

/// <summary>A rendered picture at the size of a copy.</summary>
/// <param name="Light">Its light, straight (not multiplied by the coverage).</param>
/// <param name="Coverage">How far each pixel covers what is behind it; null where all do.</param>
internal sealed record SizedPicture(LightPlanes Light, PhotoPixels? Coverage)
{
    /// <summary>Renders it, reduced and sharpened for that size.</summary>
    /// <param name="renderer">Of the photo.</param>
    /// <param name="recipe">What to render.</param>
    /// <param name="size">Of the copy, pixels; not larger than the photo.</param>
    /// <param name="sharpness">For that size.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static SizedPicture Of(PhotoRenderer renderer, Recipe recipe, (int Width, int Height) size, OutputSharpness sharpness, IProgress<double>? progress, CancellationToken cancel)
    {
        var picture = size == (renderer.Photo.Width, renderer.Photo.Height) ? Whole(renderer, recipe, progress, cancel) : Reduced(renderer, recipe, size, progress, cancel);
        if (sharpness != OutputSharpness.None) OutputSharpening.Apply(picture.Light, (int)sharpness, cancel);
        return picture;
    }

    private static SizedPicture Whole(PhotoRenderer renderer, Recipe recipe, IProgress<double>? progress, CancellationToken cancel)
    {
        var light = new LightPlanes(new Core.Imaging.Region(0, 0, renderer.Photo.Width, renderer.Photo.Height));
        renderer.Copies.Picture(recipe, (y, row) => row.CopyTo(light.Row(y)), progress, cancel);
        return new SizedPicture(light, renderer.Photo.Coverage?.Full);
    }

    /// <summary>What is hardly seen counts little among its neighbours: light is reduced multiplied by its coverage.</summary>
    private static SizedPicture Reduced(PhotoRenderer renderer, Recipe recipe, (int Width, int Height) size, IProgress<double>? progress, CancellationToken cancel)
    {
        var (width, height, seen) = (renderer.Photo.Width, renderer.Photo.Height, renderer.Photo.Coverage?.Full);
        var bands = seen is null ? 3 : 4;
        var full = new float[(long)bands * width * height];
        renderer.Copies.Picture(recipe, (y, light) =>
        {
            var into = full.AsSpan(bands * y * width, bands * width);
            var coverage = new float[seen is null ? 0 : width];
            seen?.Read(0, y, coverage, coverage, coverage);
            for (var x = 0; x < width; x++)
            {
                var share = seen is null ? 1 : coverage[x];
                (into[bands * x], into[bands * x + 1], into[bands * x + 2]) = (share * light.Red[x], share * light.Green[x], share * light.Blue[x]);
                if (seen is not null) into[bands * x + 3] = share;
            }
        }, progress, cancel);
        // In linear light, by Lanczos' window of three lobes (C. Duchon, 1979), as wide as the reduction asks for.
        using var image = ArrayImage.Of(full, width, height, bands, Enums.Interpretation.Scrgb);
        using var small = image.Resize((double)size.Width / width, kernel: Enums.Kernel.Lanczos3, gap: 0, vscale: (double)size.Height / height);
        using var registration = cancel.Register(() => small.SetKill(true));
        var values = small.WriteToMemory<float>();
        var picture = new LightPlanes(new Core.Imaging.Region(0, 0, size.Width, size.Height));
        var shares = new ushort[seen is null ? 0 : size.Width * size.Height];
        Rows.Each(size.Height, y =>
        {
            var row = picture.Row(y);
            var from = values.AsSpan(bands * y * size.Width, bands * size.Width);
            for (var x = 0; x < size.Width; x++)
            {
                var share = seen is null ? 1 : Math.Clamp(from[bands * x + 3], 0, 1);
                if (seen is not null) shares[y * size.Width + x] = (ushort)(share * 65535 + 0.5f);
                // The filter's lobes may dip below black beside a bright edge; nothing seen is white.
                (row.Red[x], row.Green[x], row.Blue[x]) = share < 1 / 65535f ? (1, 1, 1)
                    : (Math.Max(0, from[bands * x] / share), Math.Max(0, from[bands * x + 1] / share), Math.Max(0, from[bands * x + 2] / share));
            }
        }, cancel);
        return new SizedPicture(picture, seen is null ? null : new GreyPixels(shares, size.Width, size.Height));
    }
}
