using System.Text.Json;
using System.Text.RegularExpressions;

namespace Yarnwheel.Core.Recipes;

/// <summary>Puts the JSON reader's complaints into words for people, with the path of the field.</summary>
internal static partial class JsonFault
{
    /// <summary>What is said of a part without a kind.</summary>
    public const string Kinds = "\"kind\" is missing or is not one of hue, colour, patch, subject, brush, outline, light, ramp, picture";

    public static RecipeException Explain(Exception exception) => exception is JsonException json
        ? Explain(json)
        // A part without its kind is "not supported" to the reader; its path stands in the message alone.
        : new RecipeException(PathInMessage().Match(exception.Message).Groups[1].Value, Kinds);

    private static RecipeException Explain(JsonException exception)
    {
        var path = (exception.Path ?? "$").TrimStart('$').TrimStart('.');
        var unknown = UnknownProperty().Match(exception.Message);
        if (unknown.Success)
        {
            var name = unknown.Groups[1].Value;
            // Depending on where it is met, the reader's path ends in the field or in what holds it.
            if (!path.EndsWith(name, StringComparison.Ordinal)) path = path.Length == 0 ? name : $"{path}.{name}";
            return new RecipeException(path, "this field is not known");
        }
        if (exception.Message.Contains("discriminator", StringComparison.Ordinal))
            return new RecipeException(path, Kinds);
        if (exception.Message.Contains("yarnwheelLook", StringComparison.Ordinal))
            return new RecipeException("yarnwheelLook", "is missing: a look begins with \"yarnwheelLook\": 1");
        if (exception.Message.Contains("missing required", StringComparison.Ordinal))
            return new RecipeException("yarnwheel", "is missing: a recipe begins with \"yarnwheel\": 1");
        if (exception.Message.Contains("could not be converted", StringComparison.Ordinal))
            return new RecipeException(path, "the value has the wrong type or is not one of those allowed");
        if (exception.Message.Contains("null", StringComparison.Ordinal) && exception.Message.Contains("nullability", StringComparison.Ordinal))
            return new RecipeException(path, "must not be null");
        if (exception.Message.Contains("Duplicate", StringComparison.OrdinalIgnoreCase))
            return new RecipeException(path, "stands there twice");
        if (path.Length > 0 && exception.InnerException is not null && exception.LineNumber is null)
            return new RecipeException(path, "the value can't be read");
        var line = (exception.LineNumber ?? 0) + 1;
        return new RecipeException("", $"this is not JSON (line {line}, column {(exception.BytePositionInLine ?? 0) + 1})");
    }

    [GeneratedRegex(@"Path: \$\.?(\S*)")]
    private static partial Regex PathInMessage();

    [GeneratedRegex("The JSON property '([^']*)' could not be mapped")]
    private static partial Regex UnknownProperty();
}
