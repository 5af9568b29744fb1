using System.CommandLine;
using Yarnwheel.Codecs.Saving;

namespace Yarnwheel.Cli;

/// <summary>The options that say how copies are written; the same for one and for many.</summary>
internal sealed class CopyOptions
{
    private readonly Option<int> quality = new("--quality") { Description = "Of JPEG, WebP and AVIF, 1 to 100.", DefaultValueFactory = _ => 92 };
    private readonly Option<int> bits = new("--bits") { Description = "A channel, 8 or 16 (PNG and TIFF).", DefaultValueFactory = _ => 8 };
    private readonly Option<CopyProfile> profile = new("--profile") { Description = "The colours it is written in: photo, srgb or wide (Display P3).", DefaultValueFactory = _ => CopyProfile.Photo };
    private readonly Option<int?> longerSide = new("--longer-side") { Description = "Pixels, at most; nothing is made larger." };
    private readonly Option<double?> megapixels = new("--megapixels") { Description = "Millions of pixels, at most." };
    private readonly Option<OutputSharpness> sharpen = new("--sharpen") { Description = "For the size it is written at: none, light, medium or strong.", DefaultValueFactory = _ => OutputSharpness.None };
    private readonly Option<MetadataScope> metadata = new("--metadata") { Description = "What is carried over: all, withoutPlace or none.", DefaultValueFactory = _ => MetadataScope.All };
    private readonly Option<string?> copyright = new("--copyright") { Description = "Written into the copy." };
    private readonly Option<string?> credit = new("--credit") { Description = "Who made it; written into the copy." };
    private readonly Option<bool> embed = new("--embed-recipe") { Description = "Write the recipe into the copy, as XMP." };
    private readonly Option<bool> beside = new("--recipe-beside") { Description = "Write the recipe beside the copy, as JSON." };

    public void AddTo(Command command)
    {
        foreach (var option in (Option[])[quality, bits, profile, longerSide, megapixels, sharpen, metadata, copyright, credit, embed, beside]) command.Add(option);
    }

    /// <exception cref="CallException">They can't be had together; says why.</exception>
    public CopySettings Read(ParseResult parsed, CopyFormat format)
    {
        var (side, pixels) = (parsed.GetValue(longerSide), parsed.GetValue(megapixels));
        var settings = new CopySettings
        {
            Format = format,
            Quality = parsed.GetValue(quality),
            Bits = parsed.GetValue(bits),
            Profile = parsed.GetValue(profile),
            Size = side is null && pixels is null ? null : new CopySize(side, pixels),
            Sharpness = parsed.GetValue(sharpen),
            Metadata = parsed.GetValue(metadata),
            Copyright = parsed.GetValue(copyright),
            Credit = parsed.GetValue(credit),
            EmbedRecipe = parsed.GetValue(embed),
        };
        if (settings.Quality is < 1 or > 100) throw new CallException("--quality is a number from 1 to 100.");
        if (settings.Bits is not (8 or 16)) throw new CallException("--bits is 8 or 16.");
        if (settings.Bits == 16 && format is not (CopyFormat.Png or CopyFormat.Tiff)) throw new CallException("--bits 16 needs a .png or .tif.");
        return settings.Fault() is { } fault ? throw new CallException(fault) : settings;
    }

    public bool IsRecipeBeside(ParseResult parsed) => parsed.GetValue(beside);

    /// <summary>A format by a file's extension.</summary>
    public static CopyFormat? FormatOf(string extension) => extension.ToUpperInvariant() switch
    {
        ".JPG" or ".JPEG" => CopyFormat.Jpeg,
        ".PNG" => CopyFormat.Png,
        ".TIF" or ".TIFF" => CopyFormat.Tiff,
        ".WEBP" => CopyFormat.Webp,
        ".AVIF" => CopyFormat.Avif,
        ".ORA" => CopyFormat.Layers,
        _ => null,
    };
}
