using System.IO.Compression;
using System.Text;
using System.Xml.Linq;
using NetVips;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Codecs.Metadata;

/// <summary>A recipe written into a saved picture as XMP, with the hash of the photo that it was made for.</summary>
/// <param name="Recipe">JSON.</param>
/// <param name="Original">SHA-256 of the photo's file, hexadecimal; null where it is not known.</param>
public sealed record RecipeNote(string Recipe, string? Original)
{
    private static readonly XNamespace Own = "urn:yarnwheel:recipe:1#";

    // A JPEG segment holds 65,533 bytes, of which XMP's head takes 29 (XMP part 3, 1.1.3); the rest is left for what else is in the packet.
    private const int LongestPlain = 30_000;

    /// <summary>Writes it: as it is, or deflated in base64 where it is long.</summary>
    internal void WriteInto(XmpPacket packet)
    {
        if (Recipe.Length <= LongestPlain) packet.Set(Own + "recipe", "yw", Recipe);
        else packet.Set(Own + "recipeDeflated", "yw", Deflated(Recipe));
        if (Original is not null) packet.Set(Own + "original", "yw", Original);
    }

    /// <summary>The recipe that a picture carries; null for none, or one that can't be used.</summary>
    /// <param name="path">The picture's file.</param>
    public static RecipeNote? Find(string path)
    {
        CodecLibrary.Prepare();
        try
        {
            using var image = Image.NewFromFile(path, access: Enums.Access.Sequential);
            if (XmpPacket.Read(LongXmp.Of(image, path)) is not { } packet) return null;
            var text = packet.Find(Own + "recipe") ?? Inflated(packet.Find(Own + "recipeDeflated"));
            if (text is null) return null;
            RecipeJson.Parse(text);
            return new RecipeNote(text, packet.Find(Own + "original"));
        }
        catch (Exception exception) when (exception is VipsException or RecipeException or FormatException or InvalidDataException)
        {
            return null;
        }
    }

    private static string Deflated(string text)
    {
        using var memory = new MemoryStream();
        using (var deflate = new DeflateStream(memory, CompressionLevel.SmallestSize)) deflate.Write(Encoding.UTF8.GetBytes(text));
        return Convert.ToBase64String(memory.ToArray());
    }

    private static string? Inflated(string? text)
    {
        if (text is null) return null;
        using var deflate = new DeflateStream(new MemoryStream(Convert.FromBase64String(text)), CompressionMode.Decompress);
        var into = new byte[RecipeJson.LargestDocument];
        var length = deflate.ReadAtLeast(into, into.Length, throwOnEndOfStream: false);
        return length == into.Length ? null : Encoding.UTF8.GetString(into, 0, length);
    }
}
