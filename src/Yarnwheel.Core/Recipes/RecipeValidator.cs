using System.Collections;
using System.Collections.Concurrent;
using System.ComponentModel.DataAnnotations;
using System.Globalization;
using System.Reflection;
using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace Yarnwheel.Core.Recipes;

/// <summary>Holds every field of a recipe to the range its record states.</summary>
public static class RecipeValidator
{
    // Attributes are slow to read, and a drag validates a draft for each frame.
    private static readonly ConcurrentDictionary<Type, Field[]> Fields = new();

    private readonly record struct Field(PropertyInfo Property, string Name, ValidationAttribute[] Rules);

    /// <summary>All faults, with their paths; empty for a good recipe.</summary>
    public static IReadOnlyList<RecipeFault> Check(Recipe recipe) => CheckAny(recipe);

    /// <summary>All faults of a shade by itself.</summary>
    /// <param name="pick">The shade.</param>
    /// <param name="path">What their paths begin with.</param>
    public static IReadOnlyList<RecipeFault> Check(ShadePick pick, string path) => CheckAny(pick, path);

    /// <summary>All faults of any document, or piece of one, made of the recipe's records.</summary>
    internal static IReadOnlyList<RecipeFault> CheckAny(object piece, string path = "")
    {
        var faults = new List<RecipeFault>();
        Walk(piece, path, faults);
        return faults;
    }

    // A memo of immutable records, which ends with them: thousands of strokes are not walked again for each change beside them.
    private static readonly ConditionalWeakTable<BrushStroke, object> Good = [];

    private static void Walk(object piece, string path, List<RecipeFault> faults)
    {
        if (piece is not BrushStroke stroke) WalkFields(piece, path, faults);
        else if (!Good.TryGetValue(stroke, out _))
        {
            var before = faults.Count;
            WalkFields(piece, path, faults);
            if (faults.Count == before) Good.TryAdd(stroke, stroke);
        }
    }

    /// <summary>A field's name as the document has it.</summary>
    internal static string NameOf(PropertyInfo field) => field.GetCustomAttribute<JsonPropertyNameAttribute>()?.Name ?? JsonNamingPolicy.CamelCase.ConvertName(field.Name);

    private static void WalkFields(object piece, string path, List<RecipeFault> faults)
    {
        if (piece is ISelfChecking own && own.Fault() is { } fault) faults.Add(new RecipeFault(path, fault));
        foreach (var (property, name, rules) in Fields.GetOrAdd(piece.GetType(), FieldsOf))
        {
            if (property.GetValue(piece) is not { } value) continue;
            var at = path.Length == 0 ? name : $"{path}.{name}";
            foreach (var rule in rules)
                if (!Holds(rule, value)) faults.Add(new RecipeFault(at, Explain(rule, value)));
            Descend(value, at, faults);
        }
    }

    private static Field[] FieldsOf(Type type) => type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
        .Where(p => p.SetMethod is not null)
        .Select(p => new Field(p, NameOf(p), p.GetCustomAttributes<ValidationAttribute>().ToArray()))
        .ToArray();

    private static void Descend(object value, string at, List<RecipeFault> faults)
    {
        if (value is string || value.GetType().IsPrimitive || value.GetType().IsEnum) return;
        if (value is IEnumerable items)
        {
            var index = 0;
            foreach (var item in items)
            {
                var inside = string.Create(CultureInfo.InvariantCulture, $"{at}[{index++}]");
                if (item is null) faults.Add(new RecipeFault(inside, "must not be null"));
                else if (item is double number && !double.IsFinite(number)) faults.Add(new RecipeFault(inside, "is not a number"));
                else Descend(item, inside, faults);
            }
        }
        else
        {
            Walk(value, at, faults);
        }
    }

    private static bool Holds(ValidationAttribute rule, object value) =>
        value is double number && double.IsNaN(number) ? false : rule.IsValid(value);

    private static string Explain(ValidationAttribute rule, object value) => rule switch
    {
        RangeAttribute range => string.Create(CultureInfo.InvariantCulture, $"{value} is outside {range.Minimum} … {range.Maximum}"),
        MaxLengthAttribute length => string.Create(CultureInfo.InvariantCulture, $"has more than {length.Length} entries"),
        StringLengthAttribute length => string.Create(CultureInfo.InvariantCulture, $"is longer than {length.MaximumLength} characters"),
        LengthAttribute length => string.Create(CultureInfo.InvariantCulture, $"needs {length.MinimumLength} numbers"),
        EachRangeAttribute range => string.Create(CultureInfo.InvariantCulture, $"has a number outside {range.Minimum} … {range.Maximum}"),
        RegularExpressionAttribute => "is not \"sha256:\" followed by 64 hexadecimal digits",
        _ => rule.FormatErrorMessage("the value"),
    };
}
