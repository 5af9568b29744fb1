using System.Text.Json;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>The kinds of part that can be begun, in the order of the menu. By its code a kind finds its settings (Parts/_Code), its glyph
/// (Glyphs/_Code), and what it may begin with (Begin/_Code, where there is one).</summary>
/// <param name="Code">As the recipe writes it; "round" for a round ramp.</param>
/// <param name="Words">In the menu.</param>
/// <param name="Key">The first letter of its word, which chooses or begins one.</param>
/// <param name="Hint">What it is for.</param>
/// <param name="Start">What a part of it begins with, JSON, as the recipe writes it.</param>
/// <param name="More">A further hint for the beginning.</param>
public sealed record PartKind(string Code, string Words, string Key, string Hint, string Start, string More = "")
{
    /// <summary>Narrower than the format's own values: one more click adds, while too much at once has to be taken away again.</summary>
    public static PartKind Colour { get; } = new("colour", "by colour", "C", "Click shades on the photo, or drag a box round them", """{"kind":"colour","reach":6,"fade":5,"lightness":25}""");

    /// <summary>Whether another kind has the same letter, so that it comes after the key that opens the rest.</summary>
    public bool IsSecond => Code is "round" or "picture";

    public static IReadOnlyList<PartKind> All { get; } =
    [
        Colour,
        new("hue", "by hue", "H", "Press on a colour of the photo and pull away to lay an arc round its hue", """{"kind":"hue"}""", "The further you pull, the wider the arc."),
        new("patch", "by patch", "P", "Press on the photo and pull away: the further, the wider it reaches", """{"kind":"patch"}""", "Coming back narrows it; Alt takes away."),
        new("brush", "by brush", "B", "Paint on the photo; Alt takes away", """{"kind":"brush"}"""),
        new("subject", "by subject", "S", "Click what lights up, drag a rough box round a thing, or paint roughly over it", """{"kind":"subject"}"""),
        new("outline", "by outline", "O", "Nodes, a freehand loop, a rectangle or an ellipse", """{"kind":"outline"}"""),
        new("light", "by light", "L", "Press on a tone of the photo and pull away: the further, the wider the range", """{"kind":"light"}"""),
        new("ramp", "by ramp, straight", "R", "Drag on the photo: full before the drag begins, nothing after it ends", """{"kind":"ramp","shape":"linear"}"""),
        new("round", "by ramp, round", "R", "Drag on the photo, from the middle of an ellipse outwards", """{"kind":"ramp","shape":"radial"}"""),
        new("picture", "by picture …", "P", "A grey PNG as a mask", """{"kind":"picture"}"""),
    ];

    /// <summary>What the page's scripts know of the kinds: code and start of each.</summary>
    public static string ForScripts { get; } = JsonSerializer.Serialize(All.Select(k => new { code = k.Code, start = JsonDocument.Parse(k.Start).RootElement }));

    /// <summary>The kind of a part.</summary>
    public static PartKind Of(MaskPart part)
    {
        var code = part is RampPart { Shape: RampShape.Radial } ? "round" : MaskPart.KindOf(part.GetType());
        return All.First(k => k.Code == code);
    }

    /// <summary>As a heading: "By colour".</summary>
    public string Heading => char.ToUpperInvariant(Words[0]) + Words[1..].Split(',')[0].TrimEnd(' ', '…');

    /// <summary>The settings of a part of it; both ramps have the same.</summary>
    public string Settings => $"Parts/_{Named(JsonDocument.Parse(Start).RootElement.GetProperty("kind").GetString()!)}";

    public string Glyph => $"Glyphs/_{Named(Code)}";

    public string Beginning => $"Begin/_{Named(Code)}";

    private static string Named(string code) => char.ToUpperInvariant(code[0]) + code[1..];
}
