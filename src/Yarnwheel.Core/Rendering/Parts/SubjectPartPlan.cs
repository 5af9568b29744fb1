using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Masks.Subjects;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By subject: cut out of the photo at one size, whatever the view, then fitted to the view's own pixels along its contour.</summary>
internal sealed class SubjectPartPlan(SubjectPart part) : PartPlan(part)
{
    /// <summary>How far from the contour the view's pixels are looked at, pixels of the picture that was cut.</summary>
    private const double Band = 3;

    private static readonly float[] Shares = [.. Enumerable.Range(0, 256).Select(v => v / 255f)];

    public override RowOfMask Prepare(MaskScene scene)
    {
        var width = scene.View.Width;
        var mask = scene.Pieces.GetOrAdd($"subject view {RecipeJson.Key<MaskPart>(part)} {scene.View.Key}", () => Draw(scene), m => 4L * m.Length);
        return (y, row) => mask.AsSpan(y * width, width).CopyTo(row);
    }

    private readonly SubjectPart part = part;

    private float[] Draw(MaskScene scene)
    {
        var solution = scene.Source.Subject(part, scene.Cancel);
        var view = scene.View.View;
        var step = solution.Width / (scene.Source.Photo.Width * view.Scale);
        var radius = Math.Max(2, Band / step);
        var wide = scene.Widened(EdgeMatte.Halo(radius));
        var region = wide.View.View.Region;
        var lookup = new LevelMask(solution.Mask(scene.Cancel), solution.Width, solution.Height, step, region);
        var mask = new float[region.Width * region.Height];
        Rows.Each(region.Height, y => lookup.Row(Shares, y, mask.AsSpan(y * region.Width, region.Width)), scene.Cancel);
        var worked = MaskBounds.Of(mask, region, EdgeMatte.Halo(radius));
        if (worked.IsEmpty) return MaskPlane.Cut(mask, region, view.Region);
        var rough = MaskPlane.Cut(mask, region, worked);
        var refined = EdgeMatte.Of(rough, wide.View.Light.Cut(region, worked), worked, radius, scene.Cancel).Over(rough);
        return MaskPlane.Pasted(refined, worked, mask, region, view.Region);
    }
}
