using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace Yarnwheel.Core.Recipes;

/// <summary>Reads and writes recipes as JSON (RFC 8259, UTF-8).</summary>
public static class RecipeJson
{
    /// <summary>Larger documents are refused, bytes.</summary>
    public const int LargestDocument = 32 * 1024 * 1024;

    internal static readonly JsonSerializerOptions Options = new()
    {
        PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        AllowOutOfOrderMetadataProperties = true,
        AllowDuplicateProperties = false,
        RespectNullableAnnotations = true,
        MaxDepth = 32,
        TypeInfoResolver = new DefaultJsonTypeInfoResolver(),
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        Converters = { new ExactNames(), new WholeNumbers() },
    };

    private static readonly JsonSerializerOptions Plain = new(Options) { WriteIndented = false };
    private static readonly StrokeWriter Strokes = new(Plain);
    private static readonly JsonSerializerOptions Compact = new(Plain) { Converters = { Strokes } };

    /// <summary>Reads and validates a recipe.</summary>
    /// <exception cref="RecipeException">It is no recipe of a known version; says where and why.</exception>
    public static Recipe Parse(ReadOnlySpan<byte> utf8) => Read<Recipe>(utf8);

    /// <summary>Reads and validates a document made of the recipe's records.</summary>
    internal static T Read<T>(ReadOnlySpan<byte> utf8) where T : class
    {
        if (utf8.Length > LargestDocument) throw new RecipeException("", $"the document is larger than {LargestDocument >> 20} MB");
        if (utf8.StartsWith(Encoding.UTF8.Preamble)) utf8 = utf8[Encoding.UTF8.Preamble.Length..];
        try
        {
            return Checked(JsonSerializer.Deserialize<T>(utf8, Options));
        }
        catch (Exception exception) when (exception is JsonException or NotSupportedException)
        {
            throw JsonFault.Explain(exception);
        }
    }

    /// <inheritdoc cref="Parse(ReadOnlySpan{byte})"/>
    public static Recipe Parse(string text) => Parse(Encoding.UTF8.GetBytes(text));

    /// <inheritdoc cref="Parse(ReadOnlySpan{byte})"/>
    public static Recipe Parse(JsonNode? node)
    {
        try
        {
            return Checked(node.Deserialize<Recipe>(Options));
        }
        catch (Exception exception) when (exception is JsonException or NotSupportedException)
        {
            throw JsonFault.Explain(exception);
        }
    }

    /// <summary>The recipe as JSON for people: indented.</summary>
    public static string Write(Recipe recipe) => JsonSerializer.Serialize(recipe, Options) + "\n";

    /// <summary>The recipe as JSON on one line.</summary>
    public static string WriteCompact(Recipe recipe) => JsonSerializer.Serialize(recipe, Compact);

    /// <summary>The recipe as a tree that can be patched.</summary>
    public static JsonNode ToNode(Recipe recipe) => JsonSerializer.SerializeToNode(recipe, Options)!;

    /// <summary>A text that is the same for parts of the same content, for keys.</summary>
    internal static string Key<T>(T piece) => JsonSerializer.Serialize(piece, Compact);

    /// <summary>A stroke on one line, UTF-8; written once.</summary>
    internal static ReadOnlySpan<byte> Utf8(BrushStroke stroke) => Strokes.Of(stroke);

    private static T Checked<T>(T? document) where T : class
    {
        if (document is null) throw new RecipeException("", "the document is empty");
        var faults = RecipeValidator.CheckAny(document);
        return faults.Count == 0 ? document : throw new RecipeException(faults);
    }
}
