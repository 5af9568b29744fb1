using System.Security.Cryptography;
using NetVips;
using Yarnwheel.Codecs.Metadata;
using Yarnwheel.Codecs.Profiles;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Codecs.Saving;

/// <summary>Writes copies and masks: whole, or not at all.</summary>
public static class PhotoWriter
{
    static PhotoWriter() => CodecLibrary.Prepare();

    /// <summary>Renders a recipe and writes the picture, with profile and metadata, orientation normalised.</summary>
    /// <param name="path">Where to.</param>
    /// <param name="renderer">Of the photo.</param>
    /// <param name="recipe">What to render.</param>
    /// <param name="photo">The photo as decoded.</param>
    /// <param name="original">The photo's file, for its metadata; null for none.</param>
    /// <param name="settings">How to write it; not layers.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early and leaves nothing behind.</param>
    public static void SavePicture(string path, PhotoRenderer renderer, Recipe recipe, DecodedPhoto photo, string? original, CopySettings settings,
        IProgress<double>? progress = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(renderer);
        ArgumentNullException.ThrowIfNull(settings);
        var full = (renderer.Photo.Width, renderer.Photo.Height);
        var size = settings.Size?.For(full.Width, full.Height) ?? full;
        var even = new EvenProgress(progress, size.Width * (double)size.Height / 1e6 * WritingPace.SecondsPerMegapixel(settings));
        var (embedded, coded) = Profiles(photo, settings);
        var isSame = size == full && settings.Sharpness == OutputSharpness.None && coded is not null && coded == photo.Profile && photo.Codes is not null && settings.FileBits >= photo.Bits;
        var codes = PixelCodes.Of(coded, settings.FileBits, size.Width, size.Height, isSame ? photo : null);
        var coverage = renderer.Photo.Coverage?.Full;
        var isFull = size == full && settings.Sharpness == OutputSharpness.None;
        using var coming = isFull && coverage is null && WritingPace.IsTold(settings.Format) ? codes.Coming() : null;
        if (coming is not null)
        {
            // Drawn and written at once: an encoder uses one thread.
            var metadata = Metadata();
            WholeFile.Write(path, temporary => Meanwhile.Do(
                stop => renderer.Copies.Picture(recipe, (y, light) => { codes.Row(y, light); coming.Came(y); }, even.Held, stop),
                coming.GiveUp,
                stop => { using var pixels = coming.Picture(); PictureEncoding.Write(pixels, temporary, settings, embedded, metadata, even.Writing(), stop); },
                cancel), cancel);
        }
        else
        {
            if (isFull)
            {
                renderer.Copies.Picture(recipe, (y, light) => Take(y, light, CoverageRow(coverage, y)), even.Drawing, cancel);
            }
            else
            {
                var picture = SizedPicture.Of(renderer, recipe, size, settings.Sharpness, even.Drawing, cancel);
                coverage = picture.Coverage;
                Core.Imaging.Rows.Each(size.Height, y => Take(y, picture.Light.Row(y), CoverageRow(coverage, y)), cancel);
            }
            using var opaque = codes.Picture();
            using var pixels = coverage is null || !settings.KeepsTransparency ? opaque.Copy() : Transparency.Joined(opaque, coverage);
            var metadata = Metadata();
            using (WritingPace.IsTold(settings.Format) ? null : even.WritingUntold())
                WholeFile.Write(path, temporary => PictureEncoding.Write(pixels, temporary, settings, embedded, metadata, WritingPace.IsTold(settings.Format) ? even.Writing() : Silence.Kept, cancel), cancel);
        }
        progress?.Report(1);

        void Take(int y, Core.Imaging.LightRow light, float[]? seen)
        {
            if (seen is not null && !settings.KeepsTransparency) WhiteGround.Lay(light, seen);
            codes.Row(y, light);
        }

        CopyMetadata Metadata()
        {
            var note = settings.EmbedRecipe ? new RecipeNote(RecipeJson.WriteCompact(recipe), original is null ? null : HashOf(original)) : null;
            return CopyMetadata.For(original, size, coded is null, settings, note);
        }
    }

    private static float[]? CoverageRow(PhotoPixels? coverage, int y)
    {
        if (coverage is null) return null;
        var row = new float[coverage.Width];
        coverage.Read(0, y, row, row, row);
        return row;
    }

    /// <summary>Renders an area's mask at full size and writes it as 16-bit grey PNG.</summary>
    public static void SaveMask(string path, PhotoRenderer renderer, Recipe recipe, int area, IProgress<double>? progress = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(renderer);
        var even = new EvenProgress(progress, renderer.Photo.Width * (double)renderer.Photo.Height / 1e6 * WritingPace.MaskSecondsPerMegapixel);
        var mask = renderer.Copies.Mask(recipe, area, even.Drawing, cancel);
        using var image = ArrayImage.Of(mask, renderer.Photo.Width, renderer.Photo.Height, 1, Enums.Interpretation.Grey16);
        WholeFile.Write(path, temporary => image.Pngsave(temporary, compression: 4, keep: Enums.ForeignKeep.None), cancel);
        progress?.Report(1);
    }

    /// <summary>The profile that is embedded, and the one the codes are reckoned by; null is sRGB.</summary>
    internal static (byte[]? Embedded, byte[]? Coded) Profiles(DecodedPhoto photo, CopySettings settings)
    {
        switch (settings.Profile)
        {
            case CopyProfile.Srgb:
                return (ColourProfile.BuiltIn("srgb"), null);
            case CopyProfile.Wide:
                return (ColourProfile.BuiltIn("p3"), ColourProfile.BuiltIn("p3"));
            default:
                // What the format can't carry is left off, and the copy is plain sRGB.
                var own = photo.Profile is { } data && (settings.Format != CopyFormat.Png || ColourProfile.FitsPng(data)) ? data : null;
                return (own, photo.ProfileIsSrgb ? null : own);
        }
    }

    internal static string HashOf(string path)
    {
        using var file = File.OpenRead(path);
        return Convert.ToHexStringLower(SHA256.HashData(file));
    }
}
