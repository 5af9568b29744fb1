namespace Yarnwheel.Core.Rendering;

/// <summary>What a frame shows.</summary>
public enum Show
{
    /// <summary>The finished picture.</summary>
    Result,

    /// <summary>The photo as it came.</summary>
    Original,

    /// <summary>The photo in the recipe's light, all of it in colour, with what works over all of it.</summary>
    Colours,

    /// <summary>The grey of everything, kept parts included.</summary>
    Grey,

    /// <summary>The finished picture as it were with a flat mix, every spoke at 0.</summary>
    Flat,

    /// <summary>The photo, dimmed but for the colours of one hue.</summary>
    Hue,

    /// <summary>A mask in black and white.</summary>
    Mask,

    /// <summary>The kept parts alone.</summary>
    Kept,

    /// <summary>The finished picture, what is not kept under a woven hatch.</summary>
    Veil,
}
