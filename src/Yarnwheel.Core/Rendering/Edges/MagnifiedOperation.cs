using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>A mask that looks at its neighbours: beyond 100 % it is drawn at 100 % and shown larger, as the photo's own pixels are, so that it never costs more than the copy.</summary>
/// <param name="mask">The mask at 100 % and below.</param>
internal sealed class MagnifiedOperation(Operation<Plane<float>> mask) : Operation<Plane<float>>(mask.Key.With($"magnified"))
{
    // Beyond 100 % the picture at 100 % is asked for by itself.
    public override int Reach(double scale) => scale > 1 ? 0 : mask.Reach(scale);

    public override Plane<float> At(Drawing drawing, Region region) => drawing.Scale > 1 ? base.At(drawing, region) : mask.At(drawing, region);

    protected override Plane<float> Draw(Drawing drawing, Region region)
    {
        var full = drawing.At(1);
        return SquareSampler.Draw(mask.At(full, SquareSampler.Covered(region, drawing.Scale, full.Whole)), region, drawing.Scale, full.Whole, drawing.Cancel);
    }
}
