using System.Globalization;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>The words and signs for parts.</summary>
internal static class PartWords
{
    /// <summary>Starting points of a range of tones: name; strength, from, to, fade below, fade above.</summary>
    public static IReadOnlyList<(string Name, (string Strength, int From, int To, int FadeFrom, int FadeTo)[] Ranges)> ToneStarts { get; } =
    [
        ("Darks", [("broad", 0, 40, 0, 30), ("medium", 0, 25, 0, 20), ("narrow", 0, 12, 0, 12)]),
        ("Middles", [("broad", 35, 65, 30, 30), ("medium", 40, 60, 20, 20), ("narrow", 46, 54, 12, 12)]),
        ("Lights", [("broad", 60, 100, 30, 0), ("medium", 75, 100, 20, 0), ("narrow", 88, 100, 12, 0)]),
    ];

    /// <summary>Ramps to begin with: from which side, and the fields.</summary>
    public static IReadOnlyList<(string Name, string Json)> RampStarts { get; } =
    [
        ("top", """{"x0":0.5,"y0":0.1,"x1":0.5,"y1":0.5}"""),
        ("bottom", """{"x0":0.5,"y0":0.9,"x1":0.5,"y1":0.5}"""),
        ("left", """{"x0":0.1,"y0":0.5,"x1":0.5,"y1":0.5}"""),
        ("right", """{"x0":0.9,"y0":0.5,"x1":0.5,"y1":0.5}"""),
    ];

    /// <summary>A plain name of a hue.</summary>
    public static string Hue(double hue) => Core.Colour.HueName.Of(0.68f, (float)(0.14 * Math.Cos(hue * Math.PI / 180)), (float)(0.14 * Math.Sin(hue * Math.PI / 180))).ToLowerInvariant();

    public static string Op(MaskOp op) => op switch
    {
        MaskOp.Add => "add",
        MaskOp.Subtract => "take away",
        _ => "limit to",
    };

    public static string Sign(MaskOp op) => op switch
    {
        MaskOp.Add => "+",
        MaskOp.Subtract => "−",
        _ => "∩",
    };

    /// <summary>The op as the recipe writes it.</summary>
    public static string Code(MaskOp op) => op switch
    {
        MaskOp.Add => "add",
        MaskOp.Subtract => "subtract",
        _ => "intersect",
    };

    public static string Pick(ShadePick pick) => pick.Shades is not null ? "a colour brought along by a look" : pick.IsPoint ? "picked at a point" : "picked in a box";

    /// <summary>What a part was made from: "red, 3 shades".</summary>
    /// <param name="part">The part.</param>
    /// <param name="panel">For the colours of picks.</param>
    public static string MadeFrom(MaskPart part, PanelModel panel) => part switch
    {
        ColourPart { Picks.Length: 0 } => "no shade yet",
        ColourPart colour => $"{panel.NameOf(colour.Picks[0])}, {Count(colour.Picks.Length, "shade")}{(colour.LeaveOut.Length > 0 ? $", {colour.LeaveOut.Length} left out" : "")}",
        HuePart hue => hue.Amounts is null ? $"{Hue(hue.From)} to {Hue(hue.To)}" : "every hue",
        PatchPart patch => Count(patch.Seeds.Length, "press", "presses"),
        BrushPart brush => Count(brush.Strokes.Length, "stroke"),
        SubjectPart subject => string.Join(", ", new[] { subject.Regions is { Length: > 0 } regions ? Count(regions.Length, "region") : null, subject.Box is null ? null : "a box", subject.Inside.Length + subject.Outside.Length is var n && n > 0 ? Count(n, "stroke") : null }.Where(w => w is not null)),
        OutlinePart outline => Count(outline.Nodes.Length, "node"),
        LightPart { Curve: not null } => "a curve of tones",
        LightPart light => string.Create(CultureInfo.InvariantCulture, $"tones {light.From:0} to {light.To:0}"),
        RampPart { Shape: RampShape.Linear } => "straight",
        RampPart => "round",
        _ => "a picture",
    };

    private static string Count(int count, string one, string? many = null) => $"{count.ToString(CultureInfo.InvariantCulture)} {(count == 1 ? one : many ?? one + "s")}";
}
