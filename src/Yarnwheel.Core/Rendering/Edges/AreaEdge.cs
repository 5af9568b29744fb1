using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>Ends an area's string: specks, smooth, follow, grow, feather, contrast, each a step of its own, then the colours of the edge.</summary>
internal static class AreaEdge
{
    /// <param name="edge">Its settings.</param>
    /// <param name="folded">The mask of the area's parts.</param>
    /// <param name="lit">The photo in its light.</param>
    /// <param name="source">The photo.</param>
    /// <param name="hurriedAt">Scale of a picture that a hand waits for: what takes long is found on a smaller one, where it is not known yet. Null for one that has time.</param>
    /// <returns>The finished mask, and what its edge is mixed from; null where the fringe is left alone.</returns>
    public static (Operation<Plane<float>> Mask, FringeOperation? Fringe) Of(EdgeRefinement edge, Operation<Plane<float>> folded, LitOperation lit, RenderSource source, double? hurriedAt)
    {
        var longer = Math.Max(source.Photo.Width, source.Photo.Height);
        if (hurriedAt is { } scale)
        {
            foreach (var size in (ReadOnlySpan<MatteSize>)[MatteSize.AsNeeded, MatteSize.Whole])
            {
                var (follow, found, colours) = Of(edge, folded, lit, longer, size);
                if ((follow?.IsKnown(source, scale) ?? true) && (colours?.IsKnown(source, scale) ?? true)) return (found, colours);
            }
        }
        var (_, mask, fringe) = Of(edge, folded, lit, longer, hurriedAt is null ? MatteSize.AsNeeded : MatteSize.Coarse);
        return (mask, fringe);
    }

    private static (FollowOperation? Follow, Operation<Plane<float>> Mask, FringeOperation? Fringe) Of(EdgeRefinement edge, Operation<Plane<float>> folded, LitOperation lit, int longer, MatteSize size)
    {
        var mask = folded;
        if (edge.Islands > 0 || edge.Pinholes > 0) mask = new SpeckOperation(mask, edge.Islands, edge.Pinholes);
        if (edge.Smooth > 0) mask = new SmoothOperation(mask, edge.Smooth, longer);
        var follow = edge.Follow > 0 ? new FollowOperation(mask, lit, edge.Follow, size) : null;
        var matte = mask = follow ?? mask;
        if (edge.Grow != 0) mask = new GrowOperation(mask, edge.Grow);
        if (edge.Feather > 0) mask = new FeatherOperation(mask, edge.Feather);
        if (edge.Contrast != 0) mask = new ContrastOperation(mask, edge.Contrast);
        var fringe = edge.Fringe > 0 ? new FringeOperation(mask, matte, follow?.Content ?? matte.Key, lit, size) : null;
        return (follow, mask == folded && fringe is null ? folded : new MagnifiedOperation(mask), fringe);
    }
}
