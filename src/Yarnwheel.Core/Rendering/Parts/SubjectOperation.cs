using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Masks.Matting;
using Yarnwheel.Core.Masks.Subjects;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Edges;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>The mask of a subject: the cut of the whole photo, refined along its contour as any edge that follows the photo.</summary>
internal sealed class SubjectOperation(SubjectPart part, PhotoSteps steps) : Operation<Plane<float>>(steps.Judged.Key.With(ContentKey.Of(part)).With($"subject"))
{
    /// <summary>How far from the cut's contour the mask may change, pixels of the picture that was cut.</summary>
    private const double Band = 4;

    private static readonly ShareTable Shares = new([.. Enumerable.Range(0, 256).Select(v => v / 255f)]);

    public override int Reach(double scale) => 0;

    protected override Plane<float> Draw(Drawing drawing, Region region)
    {
        var photo = drawing.Photo;
        var cut = steps.Source.Subject(part, drawing.Cancel);
        var matte = drawing.Source.Whole.GetOrAdd(new PieceKey<MatteSolution>(Key), () => Solve(cut, drawing), drawing.Cancel);
        var lookup = new LevelMask(cut.Mask(drawing.Cancel), cut.Width, cut.Height, cut.Width / (photo.Width * drawing.Scale), region);
        var rough = new Plane<float>(region);
        Rows.Each(region, y => lookup.Row(Shares, y, rough.Row(y)), drawing.Cancel);
        return new MatteView(matte, photo.Width * drawing.Scale, photo.Width).Draw(rough, steps.Judged.At(drawing, region).Light, drawing.Cancel);
    }

    private MatteSolution Solve(SubjectSolution cut, Drawing drawing) =>
        MatteSolver.Solve(MatteSource.Picture(steps.Judged, MatteSource.Level(drawing.Photo), drawing), WholeMask.Shares(cut.Mask(drawing.Cancel)), Band, drawing.Cancel, cut.Told());
}
