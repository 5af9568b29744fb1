using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering;

/// <summary>A part of a mask, ready to draw.</summary>
internal abstract class PartPlan(MaskPart part)
{
    public MaskPart Part { get; } = part;

    /// <summary>Draws what rows need beforehand, and gives what draws a row.</summary>
    public abstract RowOfMask Prepare(MaskScene scene);

    /// <summary>Whether it has a mask of its own that joins those before it.</summary>
    public virtual bool Joins => true;

    /// <summary>Whether it works on the mask of all parts so far, after it has joined.</summary>
    public virtual bool Reworks => false;

    /// <summary>Works on the mask of all parts so far.</summary>
    /// <param name="mask">Gives it, where it is needed; may be written to.</param>
    /// <param name="key">A text that stands for its content.</param>
    /// <param name="scene">What it is drawn from.</param>
    /// <returns>The outcome; may be written to.</returns>
    public virtual float[] Rework(Func<float[]> mask, string key, MaskScene scene) => mask();
}

/// <summary>Draws a row of a mask, 0 … 1.</summary>
internal delegate void RowOfMask(int y, Span<float> mask);
