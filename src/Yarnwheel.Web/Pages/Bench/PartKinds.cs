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
        new("hue", "by hue", "H", "An arc on the wheel; pull on the photo to bring a hue in"),
        new("patch", "by patch", "A", "Press on the photo and pull away: the further, the wider it reaches"),
        new("outline", "by outline", "E", "Nodes, a freehand loop, a rectangle or an ellipse"),
        new("light", "by light", "T", "A range of tones on the tone strip"),
        new("ramp", "by ramp, straight", "R", "A gradual fade laid over the photo"),
        new("round", "by ramp, round", "U", "An ellipse with a soft rim"),
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
