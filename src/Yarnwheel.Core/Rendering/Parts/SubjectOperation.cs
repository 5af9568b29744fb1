using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>The mask of a subject: the cut of the whole photo, refined by the matte of the edge along its contour.</summary>
internal sealed class SubjectOperation(SubjectPart part, PhotoSteps steps) : Operation<Plane<float>>(steps.Lit.Key.With(ContentKey.Of(part)).With($"subject"))
{
    /// <summary>How far from the contour the picture's pixels are looked at, pixels of the picture that was cut.</summary>
    private const double Band = 3;

    private static readonly float[] Shares = [.. Enumerable.Range(0, 256).Select(v => v / 255f)];

    public override int Reach(double scale) => Drawing.Rounded(EdgeMatte.Halo(Radius(StepAt(scale))));

    protected override Plane<float> Draw(Drawing drawing, Region region)
    {
        var solution = steps.Source.Subject(part, drawing.Cancel);
        var step = StepAt(drawing.Scale);
        var radius = Radius(step);
        var halo = EdgeMatte.Halo(radius);
        var wide = drawing.Widen(region, halo);
        var lookup = new LevelMask(solution.Mask(drawing.Cancel), solution.Width, solution.Height, step, wide);
        var mask = new Plane<float>(wide);
        Rows.Each(wide, y => lookup.Row(Shares, y, mask.Row(y)), drawing.Cancel);
        var worked = MaskBounds.Of(mask, wide, halo);
        if (worked.IsEmpty) return mask.Cut(region);
        var light = steps.Lit.At(drawing, worked).Light.Cut(worked);
        mask.Paste(EdgeMatte.Of(mask.Cut(worked), light, radius, drawing.Cancel).Mask());
        // Only the region: the halo was looked at, but not its own surroundings.
        return mask.Cut(region);
    }

    /// <summary>Pixels of the picture that was cut for one at a scale.</summary>
    private double StepAt(double scale) => steps.Source.CutWidth / (steps.Source.Photo.Width * scale);

    private static double Radius(double step) => Math.Max(2, Band / step);
}
