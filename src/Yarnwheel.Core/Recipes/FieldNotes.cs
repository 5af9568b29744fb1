using System.Reflection;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using System.Xml.Linq;

namespace Yarnwheel.Core.Recipes;

/// <summary>What the records say of their fields: in words, and the value where one is left out.</summary>
/// <param name="documentation">The core's documentation, as the compiler writes it.</param>
internal sealed partial class FieldNotes(XDocument documentation)
{
    private readonly Dictionary<string, string> words = documentation.Descendants("member").Where(m => m.Element("summary") is not null).ToDictionary(m => (string)m.Attribute("name")!, m => Text(m.Element("summary")!));

    /// <summary>The field's words; null for none.</summary>
    public string? Description(PropertyInfo field) => words.GetValueOrDefault($"P:{field.DeclaringType!.FullName}.{field.Name}");

    /// <summary>The value of a field that is left out; null for none.</summary>
    public static JsonNode? Default(PropertyInfo field)
    {
        var type = field.DeclaringType!;
        if (type.IsAbstract) type = type.Assembly.GetTypes().First(t => t.BaseType == type);
        var value = field.GetValue(Activator.CreateInstance(type));
        return value is null ? null : JsonSerializer.SerializeToNode(value, field.PropertyType, RecipeJson.Options);
    }

    private static string Text(XElement summary) => Spaces().Replace(string.Concat(summary.Nodes().Select(n => n switch
    {
        XText text => text.Value,
        XElement { Name.LocalName: "see" } see => Name((string)see.Attribute("cref")!),
        XElement other => other.Value,
        _ => "",
    })), " ").Trim();

    /// <summary>A field as the document calls it.</summary>
    private static string Name(string cref) => JsonNamingPolicy.CamelCase.ConvertName(cref[(cref.LastIndexOf('.') + 1)..]);

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
