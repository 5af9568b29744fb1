using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks;

/// <summary>Joins the masks of an area's parts.</summary>
/// <remarks>Union max(a, b), difference a·(1 − b), intersection a·b, on soft masks in [0, 1]. The first part starts from nothing.</remarks>
public static class MaskFold
{
    /// <param name="folded">What the parts before gave; receives the outcome.</param>
    /// <param name="part">The part's mask.</param>
    /// <param name="op">How it joins.</param>
    /// <param name="invert">Whether the part is turned inside out first.</param>
    public static void Join(Span<float> folded, ReadOnlySpan<float> part, MaskOp op, bool invert)
    {
        for (var i = 0; i < folded.Length; i++)
        {
            var value = invert ? 1 - part[i] : part[i];
            folded[i] = op switch
            {
                MaskOp.Add => MathF.Max(folded[i], value),
                MaskOp.Subtract => folded[i] * (1 - value),
                _ => folded[i] * value,
            };
        }
    }

    /// <summary>Turns a mask inside out.</summary>
    public static void Invert(Span<float> mask)
    {
        for (var i = 0; i < mask.Length; i++) mask[i] = 1 - mask[i];
    }
}
