using NetVips;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Codecs;

/// <summary>Writes full-size copies and masks: whole, or not at all.</summary>
public static class PhotoWriter
{
    // Rendering's share of the progress; the rest is encoding.
    private const double RenderingShare = 0.75;

    static PhotoWriter() => CodecLibrary.Prepare();

    /// <summary>Renders a recipe at full size and writes the picture, with the photo's profile and metadata, orientation normalised.</summary>
    /// <param name="path">Where to.</param>
    /// <param name="renderer">Of the photo.</param>
    /// <param name="recipe">What to render.</param>
    /// <param name="photo">The photo as decoded.</param>
    /// <param name="original">The photo's file, for its metadata; null for none.</param>
    /// <param name="settings">How to write it.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early and leaves nothing behind.</param>
    public static void SavePicture(string path, PhotoRenderer renderer, Recipe recipe, DecodedPhoto photo, string? original, CopySettings settings,
        IProgress<double>? progress = null, CancellationToken cancel = default)
    {
        var bits = settings.Format is CopyFormat.Jpeg or CopyFormat.Webp ? 8 : settings.Bits;
        var width = renderer.Photo.Width;
        var height = renderer.Photo.Height;
        var rendering = new Part(progress, 0, RenderingShare);
        // What the format can't carry is left off, and the copy is plain sRGB.
        var profile = photo.Profile is { } own && (settings.Format != CopyFormat.Png || ColourProfile.FitsPng(own)) ? own : null;
        using var pixels = photo.ProfileIsSrgb || profile is null
            ? bits == 8 ? RenderBytes() : RenderWords()
            : RenderInProfile();
        using var complete = CopyMetadata.Onto(pixels, original, profile);
        WholeFile.Write(path, temporary =>
        {
            var saving = complete.Copy();
            saving.SetProgress(new Progress(new Part(progress, RenderingShare, 1)), cancel);
            Encode(saving, temporary, settings with { Bits = bits });
        }, cancel);
        progress?.Report(1);

        Image RenderBytes()
        {
            var target = new byte[3L * width * height];
            renderer.Copies.Picture(recipe, (y, light) => SrgbByte.EncodeRow(light, target.AsSpan(3 * y * width, 3 * width)), rendering, cancel);
            return Wrap(target);
        }

        Image RenderWords()
        {
            var target = new ushort[3L * width * height];
            renderer.Copies.Picture(recipe, (y, light) =>
            {
                var into = target.AsSpan(3 * y * width, 3 * width);
                for (var x = 0; x < width; x++)
                {
                    var (red, green, blue) = Gamut.Srgb.Fit(light.Red[x], light.Green[x], light.Blue[x]);
                    into[3 * x] = (ushort)Math.Round(Srgb.Encode((double)red) * 65535);
                    into[3 * x + 1] = (ushort)Math.Round(Srgb.Encode((double)green) * 65535);
                    into[3 * x + 2] = (ushort)Math.Round(Srgb.Encode((double)blue) * 65535);
                }
            }, rendering, cancel);
            return Wrap(target);
        }

        Image RenderInProfile()
        {
            var matrix = MatrixProfile.Read(profile);
            if (matrix is not null) return bits == 8 ? Wrap(RenderCodes<byte>(matrix)) : Wrap(RenderCodes<ushort>(matrix));
            var target = new float[3L * width * height];
            renderer.Copies.Picture(recipe, (y, light) =>
            {
                var into = target.AsSpan(3 * y * width, 3 * width);
                for (var x = 0; x < width; x++) (into[3 * x], into[3 * x + 1], into[3 * x + 2]) = (light.Red[x], light.Green[x], light.Blue[x]);
            }, rendering, cancel);
            return ColourProfile.FromLinear(Image.NewFromMemory(target, width, height, 3, Enums.BandFormat.Float), profile!, bits);
        }

        T[] RenderCodes<T>(MatrixProfile matrix) where T : unmanaged, System.Numerics.INumberBase<T>
        {
            var codes = matrix.Tables(bits).Select(table => new DeviceCodes(table)).ToArray();
            var target = new T[3L * width * height];
            renderer.Copies.Picture(recipe, (y, light) =>
            {
                var into = target.AsSpan(3 * y * width, 3 * width);
                for (var x = 0; x < width; x++)
                {
                    var (red, green, blue) = matrix.ToDevice(light.Red[x], light.Green[x], light.Blue[x]);
                    into[3 * x] = T.CreateTruncating(codes[0].Nearest(red));
                    into[3 * x + 1] = T.CreateTruncating(codes[1].Nearest(green));
                    into[3 * x + 2] = T.CreateTruncating(codes[2].Nearest(blue));
                }
            }, rendering, cancel);
            return target;
        }

        Image Wrap<T>(T[] target) where T : unmanaged => bits == 8
            ? Image.NewFromMemory((byte[])(object)target, width, height, 3, Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Srgb)
            : Image.NewFromMemory((ushort[])(object)target, width, height, 3, Enums.BandFormat.Ushort).Copy(interpretation: Enums.Interpretation.Rgb16);
    }

    /// <summary>Renders an area's mask at full size and writes it as 16-bit grey PNG.</summary>
    public static void SaveMask(string path, PhotoRenderer renderer, Recipe recipe, int area, IProgress<double>? progress = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(renderer);
        var mask = renderer.Copies.Mask(recipe, area, new Part(progress, 0, RenderingShare), cancel);
        using var image = Image.NewFromMemory(mask, renderer.Photo.Width, renderer.Photo.Height, 1, Enums.BandFormat.Ushort);
        using var tagged = image.Copy(interpretation: Enums.Interpretation.Grey16);
        WholeFile.Write(path, temporary => tagged.Pngsave(temporary, compression: 4, keep: Enums.ForeignKeep.None), cancel);
        progress?.Report(1);
    }

    private static void Encode(Image image, string path, CopySettings settings)
    {
        switch (settings.Format)
        {
            case CopyFormat.Jpeg:
                // Huffman tables of its own would save a twentieth of the file, take three times as long, and hold the whole picture in memory.
                image.Jpegsave(path, q: settings.Quality,
                    subsampleMode: settings.Quality >= 90 ? Enums.ForeignSubsample.Off : Enums.ForeignSubsample.On);
                break;
            case CopyFormat.Png:
                image.Pngsave(path, compression: 5, filter: Enums.ForeignPngFilter.Up, bitdepth: settings.Bits);
                break;
            case CopyFormat.Tiff:
                image.Tiffsave(path, compression: Enums.ForeignTiffCompression.Deflate, predictor: Enums.ForeignTiffPredictor.Horizontal);
                break;
            default:
                image.Webpsave(path, q: settings.Quality);
                break;
        }
    }

    /// <summary>Reports its own 0 … 1 as a part of the whole.</summary>
    private sealed class Part(IProgress<double>? whole, double from, double to) : IProgress<double>
    {
        public void Report(double value) => whole?.Report(from + (to - from) * value);
    }

    /// <summary>The codec library's percent as a share.</summary>
    private sealed class Progress(IProgress<double> share) : IProgress<int>
    {
        public void Report(int value) => share.Report(value / 100.0);
    }
}
