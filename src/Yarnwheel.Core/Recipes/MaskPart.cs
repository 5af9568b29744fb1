using System.Reflection;
using System.Text.Json.Serialization;

namespace Yarnwheel.Core.Recipes;

/// <summary>One building stone of an area's mask.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(HuePart), "hue")]
[JsonDerivedType(typeof(ColourPart), "colour")]
[JsonDerivedType(typeof(PatchPart), "patch")]
[JsonDerivedType(typeof(SubjectPart), "subject")]
[JsonDerivedType(typeof(BrushPart), "brush")]
[JsonDerivedType(typeof(OutlinePart), "outline")]
[JsonDerivedType(typeof(LightPart), "light")]
[JsonDerivedType(typeof(RampPart), "ramp")]
[JsonDerivedType(typeof(PicturePart), "picture")]
public abstract record MaskPart
{
    /// <summary>How it joins the parts before it.</summary>
    public MaskOp Op { get; init; } = MaskOp.Add;

    /// <summary>Whether it counts.</summary>
    public bool On { get; init; } = true;

    /// <summary>Whether it is turned inside out before it joins.</summary>
    public bool Invert { get; init; }

    /// <summary>The kinds as the document writes them, from the list above.</summary>
    private static readonly Dictionary<Type, string> Kinds = typeof(MaskPart).GetCustomAttributes<JsonDerivedTypeAttribute>().ToDictionary(a => a.DerivedType, a => (string)a.TypeDiscriminator!);

    /// <summary>A kind of part as the document writes it.</summary>
    /// <param name="type">Of the part.</param>
    public static string KindOf(Type type) => Kinds[type];
}

/// <summary>How a part joins those before it.</summary>
public enum MaskOp
{
    /// <summary>Union: the larger of both.</summary>
    Add,

    /// <summary>Difference: what is before, where the part is not.</summary>
    Subtract,

    /// <summary>Intersection: the product.</summary>
    Intersect,
}
