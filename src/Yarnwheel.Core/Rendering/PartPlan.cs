using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering;

/// <summary>A part of a mask, ready to draw.</summary>
internal abstract class PartPlan(MaskPart part)
{
    public MaskPart Part { get; } = part;

    /// <summary>Draws what rows need beforehand, and gives what draws a row.</summary>
    public abstract RowOfMask Prepare(MaskScene scene);
}

/// <summary>Draws a row of a mask, 0 … 1.</summary>
internal delegate void RowOfMask(int y, Span<float> mask);
