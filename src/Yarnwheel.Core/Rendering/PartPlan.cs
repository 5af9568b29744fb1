using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering;

/// <summary>A part of a mask, ready to draw.</summary>
internal abstract class PartPlan(MaskPart part)
{
    public MaskPart Part { get; } = part;

    /// <summary>Draws what rows need beforehand, and gives what draws a row.</summary>
    public abstract RowOfMask Prepare(ViewPlanes view, PieceCache cache, CancellationToken cancel);
}

/// <summary>Draws a row of a mask, 0 … 1.</summary>
internal delegate void RowOfMask(int y, Span<float> mask);

/// <summary>By hue.</summary>
internal sealed class HuePartPlan(HuePart part) : PartPlan(part)
{
    public override RowOfMask Prepare(ViewPlanes view, PieceCache cache, CancellationToken cancel)
    {
        var arc = new HueArc(part);
        var hues = HuePlanes.Of(view, 0, cache, cancel);
        return (y, mask) => arc.Row(hues.Turn.AsSpan(y * view.Width, view.Width), view.Lab.A.AsSpan(y * view.Width, view.Width), view.Lab.B.AsSpan(y * view.Width, view.Width), mask);
    }

    private readonly HuePart part = part;
}

/// <summary>By colour: the distances to its shades are kept, so that a drag of reach or fade costs only a step.</summary>
/// <param name="part">The part.</param>
/// <param name="keep">Field of the kept shades; null for none.</param>
/// <param name="leave">Field of the shades left out; null for none.</param>
internal sealed class ColourPartPlan(ColourPart part, KeyedField? keep, KeyedField? leave) : PartPlan(part)
{
    public override RowOfMask Prepare(ViewPlanes view, PieceCache cache, CancellationToken cancel)
    {
        var toKeep = Distances(keep, view, cache, cancel);
        var toLeave = Distances(leave, view, cache, cancel);
        return (y, mask) =>
        {
            if (toKeep is null) mask.Clear();
            else
            {
                Likeness.Row(toKeep.AsSpan(y * view.Width, view.Width), toLeave is null ? [] : toLeave.AsSpan(y * view.Width, view.Width),
                    (float)(part.Reach / 100), (float)(part.Fade / 100), mask);
            }
        };
    }

    private readonly ColourPart part = part;

    private static float[]? Distances(KeyedField? keyed, ViewPlanes view, PieceCache cache, CancellationToken cancel)
    {
        if (keyed?.Field is not { } field) return null;
        var key = $"distance {view.Key} {keyed.Key}";
        return cache.GetOrAdd(key, () =>
        {
            var plane = new float[view.Width * view.Height];
            Rows.Each(view.Height, y =>
            {
                for (var i = y * view.Width; i < (y + 1) * view.Width; i++) plane[i] = field.Distance(view.Lab.L[i], view.Lab.A[i], view.Lab.B[i]);
            }, cancel);
            return plane;
        }, p => 4L * p.Length);
    }
}
