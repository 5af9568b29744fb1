using Yarnwheel.Codecs.Saving;
using Yarnwheel.Orders.Book;
using Yarnwheel.Orders.Naming;

namespace Yarnwheel.Web.Copies;

/// <summary>How copies are saved, as a page asks for it.</summary>
/// <param name="Kind">The picture, a mask, all masks.</param>
/// <param name="Area">The area whose mask is saved.</param>
/// <param name="Format">Of a picture.</param>
/// <param name="Quality">Of JPEG, WebP and AVIF.</param>
/// <param name="Bits">8 or 16.</param>
/// <param name="Profile">The colours it is written in.</param>
/// <param name="LongerSide">Pixels, at most; null for any.</param>
/// <param name="Megapixels">At most; null for any.</param>
/// <param name="Sharpness">For that size.</param>
/// <param name="Metadata">What is carried over.</param>
/// <param name="Copyright">Filled in where it is not empty.</param>
/// <param name="Credit">Filled in where it is not empty.</param>
/// <param name="EmbedRecipe">Whether the recipe is written into the picture.</param>
/// <param name="RecipeBeside">Whether the recipe is written beside it.</param>
internal sealed record CopyWish(OrderKind Kind = OrderKind.Picture, int Area = 0, CopyFormat Format = CopyFormat.Jpeg, int Quality = 92, int Bits = 8, CopyProfile Profile = CopyProfile.Photo,
    int? LongerSide = null, double? Megapixels = null, OutputSharpness Sharpness = OutputSharpness.None, MetadataScope Metadata = MetadataScope.All,
    string? Copyright = null, string? Credit = null, bool EmbedRecipe = false, bool RecipeBeside = false)
{
    /// <exception cref="Core.YarnwheelException">It can't be done; says why.</exception>
    public CopySettings Settings()
    {
        var settings = new CopySettings
        {
            Format = Format,
            Quality = Quality,
            // A page keeps what was chosen for another format.
            Bits = Format is CopyFormat.Png or CopyFormat.Tiff ? Bits : 8,
            Profile = Profile,
            Size = Format == CopyFormat.Layers || (LongerSide is null && Megapixels is null) ? null : new CopySize(LongerSide, Megapixels),
            Sharpness = Format == CopyFormat.Layers ? OutputSharpness.None : Sharpness,
            Metadata = Metadata,
            Copyright = Copyright?.Trim(),
            Credit = Credit?.Trim(),
            EmbedRecipe = EmbedRecipe,
        };
        return settings.Fault() is { } fault ? throw new Core.YarnwheelException(fault) : settings;
    }

    /// <summary>Of the files, with the dot.</summary>
    public string Extension => Kind == OrderKind.Picture ? CopySettings.ExtensionOf(Format) : ".png";
}

/// <summary>One copy, asked for at a Bench.</summary>
/// <param name="Name">File name without extension.</param>
/// <param name="Wish">How; null for a usual one.</param>
internal sealed record CopyRequest(string? Name, CopyWish? Wish);

/// <summary>Copies of many photos.</summary>
/// <param name="Photos">Their numbers, in their order.</param>
/// <param name="Look">The key of a look that is laid on each; null for none.</param>
/// <param name="Strength">Of the look, 0 … 100.</param>
/// <param name="Pattern">Of the names.</param>
/// <param name="Clash">What becomes of a name that is taken.</param>
/// <param name="Target">Where they go.</param>
/// <param name="Folder">On the server.</param>
/// <param name="Wish">How; null for usual ones.</param>
internal sealed record SetRequest(int[]? Photos, string? Look, double Strength = 100, string? Pattern = null, NameClash Clash = NameClash.Number,
    OrderTarget Target = OrderTarget.Zip, string? Folder = null, CopyWish? Wish = null);
