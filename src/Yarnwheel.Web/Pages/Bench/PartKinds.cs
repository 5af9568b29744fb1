using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>The kinds of part that can be begun, in the order of the menu.</summary>
/// <param name="Code">As the recipe writes it; "round" for a round ramp.</param>
/// <param name="Words">In the menu.</param>
/// <param name="Key">That begins or chooses one.</param>
/// <param name="Hint">What it is for.</param>
public sealed record PartKind(string Code, string Words, string Key, string Hint)
{
    public static IReadOnlyList<PartKind> All { get; } =
    [
        new("colour", "by colour", "C", "Click shades on the photo, or drag a box round them"),
        new("hue", "by hue", "H", "Press on a colour of the photo and pull away to lay an arc round its hue"),
        new("patch", "by patch", "A", "Press on the photo and pull away: the further, the wider it reaches"),
        new("brush", "by brush", "Y", "Paint on the photo; Alt takes away"),
        new("subject", "by subject", "8", "Drag a rough box round a thing, or paint roughly over it"),
        new("outline", "by outline", "E", "Nodes, a freehand loop, a rectangle or an ellipse"),
        new("light", "by light", "T", "Press on a tone of the photo and pull away: the further, the wider the range"),
        new("ramp", "by ramp, straight", "R", "Drag on the photo: full before the drag begins, nothing after it ends"),
        new("round", "by ramp, round", "U", "Drag on the photo, from the middle of an ellipse outwards"),
        new("picture", "by picture …", "I", "A grey PNG as a mask"),
    ];

    /// <summary>The code of a part's kind.</summary>
    public static string Of(MaskPart part) => part switch
    {
        HuePart => "hue",
        ColourPart => "colour",
        PatchPart => "patch",
        SubjectPart => "subject",
        BrushPart => "brush",
        OutlinePart => "outline",
        LightPart => "light",
        RampPart { Shape: RampShape.Radial } => "round",
        RampPart => "ramp",
        _ => "picture",
    };
}
