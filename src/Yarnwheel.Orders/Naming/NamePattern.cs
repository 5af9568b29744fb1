using System.Globalization;
using System.Text.RegularExpressions;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core;

namespace Yarnwheel.Orders.Naming;

/// <summary>What a pattern is filled with.</summary>
/// <param name="Photo">Name of the photo.</param>
/// <param name="Take">Name of the take, or of the look.</param>
/// <param name="Number">Place in the set, from 1.</param>
/// <param name="Count">How many there are: numbers are written as wide as the last.</param>
/// <param name="Date">The day it is saved.</param>
public sealed record NameParts(string Photo, string Take, int Number, int Count, DateOnly Date);

/// <summary>A pattern of file names: text with {photo}, {take}, {number} and {date} in it.</summary>
public sealed partial class NamePattern
{
    /// <summary>What saving a set begins with.</summary>
    public const string Usual = "{photo} {take}";

    private const int Longest = 200;
    private readonly string text;

    private NamePattern(string text) => this.text = text;

    /// <exception cref="YarnwheelException">It is empty, too long, or has a field that there is not; says which.</exception>
    public static NamePattern Parse(string? text)
    {
        text = text?.Trim() ?? "";
        if (text.Length is 0 or > Longest) throw new YarnwheelException($"A name pattern has 1 to {Longest} characters, for example {Usual}.");
        foreach (Match field in Field().Matches(text))
            if (field.Groups["name"].Value is not ("photo" or "take" or "number" or "date")) throw new YarnwheelException($"{field.Value} can’t be filled in; there are {{photo}}, {{take}}, {{number}} and {{date}}.");
        if (Field().Replace(text, "").AsSpan().IndexOfAny('{', '}') >= 0) throw new YarnwheelException("A brace in the name pattern has no partner.");
        return new NamePattern(text);
    }

    /// <summary>The characters of the pattern that no file name may have; they become hyphens.</summary>
    public string Forbidden => new([.. text.Where(FileName.IsForbidden).Distinct()]);

    /// <summary>A file name without extension.</summary>
    /// <example><code>NamePattern.Parse("{number} {photo}").Fill(parts); // "007 drying-rail" of 120</code></example>
    public string Fill(NameParts parts)
    {
        ArgumentNullException.ThrowIfNull(parts);
        var width = parts.Count.ToString(CultureInfo.InvariantCulture).Length;
        return FileName.Of(Field().Replace(text, field => field.Groups["name"].Value switch
        {
            "photo" => parts.Photo,
            "take" => parts.Take,
            "number" => parts.Number.ToString(CultureInfo.InvariantCulture).PadLeft(width, '0'),
            _ => parts.Date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
        }));
    }

    [GeneratedRegex(@"\{(?<name>[^{}]*)\}")]
    private static partial Regex Field();
}
