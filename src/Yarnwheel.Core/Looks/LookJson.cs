using System.Text;
using System.Text.Json;
using System.Xml.Linq;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Looks;

/// <summary>Reads and writes looks as JSON (RFC 8259, UTF-8).</summary>
public static class LookJson
{
    /// <summary>Reads and validates a look.</summary>
    /// <exception cref="RecipeException">It is no look of a known version; says where and why.</exception>
    public static Look Parse(ReadOnlySpan<byte> utf8) => RecipeJson.Read<Look>(utf8);

    /// <inheritdoc cref="Parse(ReadOnlySpan{byte})"/>
    public static Look Parse(string text) => Parse(Encoding.UTF8.GetBytes(text));

    /// <summary>The look as JSON for people: indented.</summary>
    public static string Write(Look look) => JsonSerializer.Serialize(look, RecipeJson.Options) + "\n";

    /// <summary>The look's JSON Schema (2020-12), made from the records themselves so that both always agree.</summary>
    /// <param name="documentation">The core's documentation, as the compiler writes it: what the fields are.</param>
    public static string Schema(XDocument documentation) => RecipeSchema.Of(typeof(Look), "Yarnwheel look, version 1", documentation);
}
