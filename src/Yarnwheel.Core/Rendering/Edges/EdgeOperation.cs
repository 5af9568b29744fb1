using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>A step of an area's edge: it changes a mask near its contour and its soft places, and nothing far from both.</summary>
/// <param name="before">The mask as the step before left it.</param>
/// <param name="key">Stands for the step and its settings.</param>
internal abstract class EdgeOperation(Operation<Plane<float>> before, ContentKey key) : Operation<Plane<float>>(before.Key.With(key))
{
    /// <summary>How far the step itself looks, pixels at the scale.</summary>
    protected abstract int Halo(double scale);

    public override int Reach(double scale) => before.Reach(scale) + Drawing.Rounded(Halo(scale));

    protected override Plane<float> Draw(Drawing drawing, Region region)
    {
        var halo = Halo(drawing.Scale);
        var wide = drawing.Widen(region, halo);
        var mask = before.At(drawing, wide);
        var worked = MaskBounds.Of(mask, wide, halo);
        // Only the region: round it the mask is known, but not what becomes of it.
        if (worked.IsEmpty) return mask.Cut(region);
        var rough = mask.Cut(worked);
        var refined = Work(rough, drawing);
        if (ReferenceEquals(refined, rough)) return mask.Cut(region);
        Settle(refined);
        if (worked.Covers(region)) return refined.Cut(region);
        var result = mask.Cut(region);
        if (ReferenceEquals(result, mask)) result = mask.Copy();
        result.Paste(refined);
        return result;
    }

    /// <summary>Does the step.</summary>
    /// <param name="mask">Not to be written to.</param>
    /// <param name="drawing">The picture.</param>
    /// <returns>A mask of the same region; the given one where nothing is to be done.</returns>
    protected abstract Plane<float> Work(Plane<float> mask, Drawing drawing);

    /// <summary>What is nothing or all but for rounding becomes so: a region worked on gives what one left alone has.</summary>
    private static void Settle(Plane<float> mask) => Spans.Each(mask.Count, (from, to) =>
    {
        foreach (ref var m in mask.Values.AsSpan(from, to - from)) m = m < 1e-6f ? 0 : m > 1 - 1e-6f ? 1 : m;
    });
}
