using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>The words and signs for parts.</summary>
internal static class PartWords
{
    public static string Kind(MaskPart part) => part switch
    {
        HuePart => "By hue",
        ColourPart => "By colour",
        PatchPart => "By patch",
        SubjectPart => "By subject",
        BrushPart => "By brush",
        OutlinePart => "By outline",
        LightPart => "By light",
        RampPart => "By ramp",
        _ => "By picture",
    };

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

    public static string Pick(ShadePick pick) => pick.IsPoint ? "picked at a point" : "picked in a box";
}
