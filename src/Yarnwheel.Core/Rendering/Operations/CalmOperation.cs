using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Core.Rendering.Operations;

/// <summary>The photo's colours, smoothed without crossing edges, so that noise neither mottles a mask nor is lifted with a hue.
/// Beyond 100 % they are smoothed at 100 % and shown larger, as the copy will have them.</summary>
/// <param name="lit">The photo in its light.</param>
/// <param name="calm">How far, above 0 … 100.</param>
internal sealed class CalmOperation(LitOperation lit, double calm) : Operation<LabPlanes>(lit.Key.With($"calm {calm}"))
{
    // Beyond 100 % the picture at 100 % is asked for by itself.
    public override int Reach(double scale) => scale > 1 ? 0 : Drawing.Rounded(CalmFilter.Halo(scale));

    protected override LabPlanes Draw(Drawing drawing, Region region)
    {
        if (drawing.Scale > 1)
        {
            var full = drawing.At(1);
            return SquareSampler.Draw(At(full, SquareSampler.Covered(region, drawing.Scale, full.Whole)), region, drawing.Scale, full.Whole, drawing.Cancel);
        }
        var filter = new CalmFilter(calm, drawing.Scale);
        var source = lit.At(drawing, drawing.Widen(region, CalmFilter.Halo(drawing.Scale))).Lab;
        var calmed = new LabPlanes(region, drawing.Arena);
        Rows.Each(region, y => filter.Row(source, y, region, calmed.Row(y)), drawing.Cancel);
        return calmed;
    }
}
