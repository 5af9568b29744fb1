using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>A part of a mask, ready to draw.</summary>
/// <param name="part">The part.</param>
internal abstract class PartPlan(MaskPart part)
{
    public MaskPart Part { get; } = part;

    /// <summary>Stands for the part and how it joins.</summary>
    public virtual ContentKey Key => ContentKey.Of(Part);

    /// <summary>How far beyond a region it reads the photo, pixels at the scale.</summary>
    public virtual int Reach(double scale) => 0;

    /// <summary>Whether a view's own colours are looked at as masks look at them (<see cref="PhotoSteps.Judged"/>).</summary>
    public virtual bool LooksAtColours => false;

    /// <summary>Draws what the rows of a region need beforehand, and gives what draws a row.</summary>
    public abstract RowOfMask Prepare(Drawing drawing, Region region);

    /// <summary>Whether it has a mask of its own that joins those before it.</summary>
    public virtual bool Joins => true;

    /// <summary>Whether it works on the mask of all parts so far, after it has joined.</summary>
    public virtual bool Reworks => false;

    /// <summary>Works on the mask of all parts so far.</summary>
    /// <param name="mask">Gives it, where it is needed; may be written to.</param>
    /// <param name="key">Stands for its content.</param>
    /// <param name="drawing">The picture.</param>
    /// <param name="region">What is drawn.</param>
    /// <returns>The outcome; may be written to.</returns>
    public virtual Plane<float> Rework(Func<Plane<float>> mask, ContentKey key, Drawing drawing, Region region) => mask();
}

/// <summary>Draws a row of a mask, 0 … 1, over the region it was prepared for.</summary>
/// <param name="y">On the picture.</param>
/// <param name="mask">Receives the row: all of it is written, whatever was in it.</param>
internal delegate void RowOfMask(int y, Span<float> mask);
