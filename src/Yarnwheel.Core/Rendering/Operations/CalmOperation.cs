using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Rendering.Operations;

/// <summary>The photo's colours, smoothed without crossing edges, so that noise neither mottles a mask nor is lifted with a hue.</summary>
/// <param name="lit">The photo in its light.</param>
/// <param name="calm">How far, above 0 … 100.</param>
internal sealed class CalmOperation(LitOperation lit, double calm) : Operation<LabPlanes>(lit.Key.With($"calm {calm}"))
{
    public override int Reach(double scale) => Drawing.Rounded(CalmFilter.Halo(scale));

    protected override LabPlanes Draw(Drawing drawing, Region region)
    {
        var filter = new CalmFilter(calm, drawing.Scale);
        var source = lit.At(drawing, drawing.Widen(region, CalmFilter.Halo(drawing.Scale))).Lab;
        var calmed = new LabPlanes(region, drawing.Arena);
        Rows.Each(region, y => filter.Row(source, y, region, calmed.Row(y)), drawing.Cancel);
        return calmed;
    }
}
