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
        // Only the region: round it the mask is known, but not what becomes of it.
        var worked = MaskBounds.Of(mask, wide, halo).Intersect(region);
        if (worked.IsEmpty) return mask.Cut(region);
        var result = UnsetPlane.Of(region);
        Work(result, worked, mask, drawing);
        Rows.Each(region, y =>
        {
            Span<float> row = result.Row(y), same = mask.Row(y, region);
            if (y < worked.Y || y >= worked.Bottom)
            {
                same.CopyTo(row);
                return;
            }
            int from = worked.X - region.X, to = worked.Right - region.X;
            same[..from].CopyTo(row);
            Settle(row[from..to]);
            same[to..].CopyTo(row[to..]);
        }, drawing.Cancel);
        return result;
    }

    /// <summary>Does the step.</summary>
    /// <param name="result">Receives it.</param>
    /// <param name="region">What is wanted; within both masks.</param>
    /// <param name="mask">Not to be written to.</param>
    /// <param name="drawing">The picture.</param>
    protected abstract void Work(Plane<float> result, Region region, Plane<float> mask, Drawing drawing);

    /// <summary>What is nothing or all but for rounding becomes so: a region worked on gives what one left alone has.</summary>
    private static void Settle(Span<float> mask)
    {
        foreach (ref var m in mask) m = m < 1e-6f ? 0 : m > 1 - 1e-6f ? 1 : m;
    }
}
