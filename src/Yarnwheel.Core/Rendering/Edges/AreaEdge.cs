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
    /// <param name="longer">Longer side of the photo, pixels.</param>
    /// <returns>The finished mask, and what its edge is mixed from; null where the fringe is left alone.</returns>
    public static (Operation<Plane<float>> Mask, FringeOperation? Fringe) Of(EdgeRefinement edge, Operation<Plane<float>> folded, LitOperation lit, int longer)
    {
        var mask = folded;
        if (edge.Islands > 0 || edge.Pinholes > 0) mask = new SpeckOperation(mask, edge.Islands, edge.Pinholes);
        if (edge.Smooth > 0) mask = new SmoothOperation(mask, edge.Smooth, longer);
        if (edge.Follow > 0) mask = new FollowOperation(mask, lit, edge.Follow);
        var matte = mask;
        if (edge.Grow != 0) mask = new GrowOperation(mask, edge.Grow);
        if (edge.Feather > 0) mask = new FeatherOperation(mask, edge.Feather);
        if (edge.Contrast != 0) mask = new ContrastOperation(mask, edge.Contrast);
        var fringe = edge.Fringe > 0 ? new FringeOperation(mask, matte, lit) : null;
        return (mask == folded && fringe is null ? folded : new MagnifiedOperation(mask), fringe);
    }
}
