using System.Globalization;
using System.IO.Compression;
using System.Xml.Linq;
using NetVips;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Codecs.Saving;

/// <summary>Hands a picture over in layers, as OpenRaster (freedesktop.org, OpenRaster 0.0.6): the greys below, each area above them.</summary>
/// <remarks>OpenRaster lays layers over one another in encoded sRGB (svg:src-over), Yarnwheel in linear light, and then sharpens. So a layer's opacity is its area's mask, and its
/// colours are those that give exactly the picture with this area on top; where no colour would, beside an edge, the opacity is raised until one does.</remarks>
public static class LayeredWriter
{
    /// <summary>Longer side of the thumbnail, pixels (OpenRaster 0.0.6: at most 256).</summary>
    private const int Thumbnail = 256;

    /// <param name="path">Where to: .ora.</param>
    /// <param name="renderer">Of the photo.</param>
    /// <param name="recipe">What to render; areas that are off make no layer.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early and leaves nothing behind.</param>
    public static void Save(string path, PhotoRenderer renderer, Recipe recipe, IProgress<double>? progress = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(renderer);
        ArgumentNullException.ThrowIfNull(recipe);
        CodecLibrary.Prepare();
        var (width, height) = (renderer.Photo.Width, renderer.Photo.Height);
        var order = recipe.LaidOrder().Where(k => recipe.Areas[k].On).ToList();
        var steps = order.Count + 2.0;
        WholeFile.Write(path, temporary =>
        {
            using var zip = ZipFile.Open(temporary, ZipArchiveMode.Create);
            // First, and stored as it is: the file's kind can be told by its first bytes.
            Put(zip, "mimetype", "image/openraster"u8.ToArray(), CompressionLevel.NoCompression);
            var below = Picture(renderer, recipe with { Areas = [] }, new PartOfProgress(progress, 0, 1 / steps), cancel);
            var seen = renderer.Photo.Coverage?.Full;
            Put(zip, "data/ground.png", Png(below, width, height, 3, seen), CompressionLevel.NoCompression);
            var layers = new List<XElement> { Layer("Greys", "data/ground.png") };
            for (var k = 0; k < order.Count; k++)
            {
                cancel.ThrowIfCancellationRequested();
                var upTo = recipe with { Areas = [.. recipe.Areas.Select((a, i) => order.IndexOf(i) is var at && at >= 0 && at <= k ? a : a with { On = false })] };
                var with = Picture(renderer, upTo, new PartOfProgress(progress, (k + 1) / steps, (k + 1.7) / steps), cancel);
                var mask = renderer.Copies.Mask(recipe, order[k], new PartOfProgress(progress, (k + 1.7) / steps, (k + 2) / steps), cancel);
                var source = string.Create(CultureInfo.InvariantCulture, $"data/area-{k + 1:00}.png");
                Put(zip, source, Png(LayerOf(below, with, mask, recipe.Areas[order[k]].Strength / 100, cancel), width, height, 4), CompressionLevel.NoCompression);
                layers.Insert(0, Layer(recipe.Areas[order[k]].Name, source, isAtop: seen is not null));
                below = with;
            }
            Put(zip, "mergedimage.png", Png(below, width, height, 3, seen), CompressionLevel.NoCompression);
            Put(zip, "Thumbnails/thumbnail.png", Small(below, width, height, seen), CompressionLevel.NoCompression);
            var stack = new XElement("image", new XAttribute("version", "0.0.6"), new XAttribute("w", width), new XAttribute("h", height), new XElement("stack", layers));
            Put(zip, "stack.xml", System.Text.Encoding.UTF8.GetBytes("<?xml version='1.0' encoding='UTF-8'?>\n" + stack), CompressionLevel.Optimal);
        }, cancel);
        progress?.Report(1);
    }

    /// <summary>The layer that turns one picture into another when it is laid over it in encoded values.</summary>
    /// <param name="below">8-bit RGB.</param>
    /// <param name="with">8-bit RGB, what is wanted.</param>
    /// <param name="mask">0 … 65535, the opacity that is wished for.</param>
    /// <param name="strength">Of the area, 0 … 1.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>8-bit RGBA, straight alpha.</returns>
    internal static byte[] LayerOf(byte[] below, byte[] with, ushort[] mask, double strength, CancellationToken cancel)
    {
        var layer = new byte[4L * mask.Length];
        const int piece = 1 << 16;
        Rows.Each((mask.Length + piece - 1) / piece, part =>
        {
            for (var i = part * piece; i < Math.Min((part + 1) * piece, mask.Length); i++)
            {
                // The least opacity that any colour of 0 … 255 can reach what is wanted with.
                var least = 0.0;
                for (var c = 0; c < 3; c++)
                {
                    int from = below[3 * i + c], to = with[3 * i + c];
                    if (to > from) least = Math.Max(least, (to - from) / (255.0 - from));
                    else if (to < from) least = Math.Max(least, (from - to) / (double)from);
                }
                var wished = mask[i] / 65535.0 * Math.Min(strength, 1);
                var alpha = (int)Math.Ceiling(Math.Max(least, wished) * 255 - 1e-9);
                layer[4 * i + 3] = (byte)alpha;
                if (alpha == 0) continue;
                var share = alpha / 255.0;
                for (var c = 0; c < 3; c++)
                    layer[4 * i + c] = (byte)Math.Clamp(Math.Round((with[3 * i + c] - (1 - share) * below[3 * i + c]) / share), 0, 255);
            }
        }, cancel);
        return layer;
    }

    private static byte[] Picture(PhotoRenderer renderer, Recipe recipe, IProgress<double> progress, CancellationToken cancel)
    {
        var width = renderer.Photo.Width;
        var codes = new byte[3L * width * renderer.Photo.Height];
        renderer.Copies.Picture(recipe, (y, light) => SrgbByte.EncodeRow(light, codes.AsSpan(3 * y * width, 3 * width)), progress, cancel);
        return codes;
    }

    private static byte[] Png(byte[] values, int width, int height, int bands, PhotoPixels? coverage = null)
    {
        using var opaque = ArrayImage.Of(values, width, height, bands, Enums.Interpretation.Srgb);
        using var image = coverage is null ? opaque.Copy() : Transparency.Joined(opaque, coverage);
        return image.PngsaveBuffer(compression: 5, filter: Enums.ForeignPngFilter.Up);
    }

    private static byte[] Small(byte[] values, int width, int height, PhotoPixels? coverage)
    {
        using var opaque = ArrayImage.Of(values, width, height, 3, Enums.Interpretation.Srgb);
        using var image = coverage is null ? opaque.Copy() : Transparency.Joined(opaque, coverage);
        using var small = image.ThumbnailImage(Thumbnail, height: Thumbnail, size: Enums.Size.Down, linear: true);
        return small.PngsaveBuffer(compression: 6);
    }

    /// <param name="name">Of the layer.</param>
    /// <param name="source">Its picture.</param>
    /// <param name="isAtop">Whether it is seen only where what is below it is.</param>
    private static XElement Layer(string name, string source, bool isAtop = false) =>
        new("layer", new XAttribute("name", name), new XAttribute("src", source), new XAttribute("x", 0), new XAttribute("y", 0), new XAttribute("opacity", "1.0"), new XAttribute("visibility", "visible"), new XAttribute("composite-op", isAtop ? "svg:src-atop" : "svg:src-over"));

    private static void Put(ZipArchive zip, string name, byte[] content, CompressionLevel level)
    {
        using var entry = zip.CreateEntry(name, level).Open();
        entry.Write(content);
    }
}
