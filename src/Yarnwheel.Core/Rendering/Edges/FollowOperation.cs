using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Matting;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>Lets a contour follow the photo's own edges: solved once for the whole photo at one size, drawn in each view's own pixels.</summary>
/// <param name="before">The mask before.</param>
/// <param name="lit">The photo in its light.</param>
/// <param name="follow">Above 0 … 100.</param>
/// <param name="size">On how large a picture it is solved.</param>
internal sealed class FollowOperation(Operation<Plane<float>> before, LitOperation lit, double follow, MatteSize size)
    : Operation<Plane<float>>(before.Key.With($"follow {follow}{MatteSource.Mark(size)}"))
{
    /// <summary>How far from the contour a mask changes at a follow of 100, as a fraction of the photo's longer side.</summary>
    private const double Furthest = 0.025;

    /// <summary>Stands for what is solved, at any size; what was solved in a hurry is never taken for what had time.</summary>
    public ContentKey Content { get; } = before.Key.With($"follow {follow}{(size == MatteSize.Coarse ? MatteSource.Mark(size) : "")}");

    // A view's pixels are judged by their own place and colour.
    public override int Reach(double scale) => before.Reach(scale);

    protected override Plane<float> Draw(Drawing drawing, Region region)
    {
        var solution = Solution(drawing);
        var photo = drawing.Photo;
        var rough = before.At(drawing, region).Cut(region);
        return new MatteView(solution, photo.Width * drawing.Scale, photo.Width).Draw(rough, lit.At(drawing, region).Light, drawing.Cancel);
    }

    /// <summary>Whether it is solved already for pictures of a scale.</summary>
    public bool IsKnown(RenderSource source, double scale) => source.Whole.Has(new PieceKey<MatteSolution>(Content, MatteSource.Scale(MatteSource.Level(source.Photo, scale, size))));

    private MatteSolution Solution(Drawing drawing)
    {
        var level = MatteSource.Level(drawing.Photo, drawing.Scale, size);
        return drawing.Source.Whole.GetOrAdd(new PieceKey<MatteSolution>(Content, MatteSource.Scale(level)), () => Solve(level, drawing), drawing.Cancel);
    }

    private MatteSolution Solve(int level, Drawing drawing)
    {
        var mask = WholeMask.Shares(WholeMask.Of(before, level, drawing));
        var picture = MatteSource.Picture(lit, level, drawing);
        return MatteSolver.Solve(picture, mask, follow / 100 * Math.Max(4, Furthest * Math.Max(picture.Light.Width, picture.Light.Height)), drawing.Cancel, isHurried: size == MatteSize.Coarse);
    }
}
