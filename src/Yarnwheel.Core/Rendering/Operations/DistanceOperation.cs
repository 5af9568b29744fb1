using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Rendering.Cache;

namespace Yarnwheel.Core.Rendering.Operations;

/// <summary>How far each pixel's colour lies from the nearest of some shades; a drag of reach or fade costs only a step on it.</summary>
/// <param name="lit">The photo in its light.</param>
/// <param name="calm">How far colour noise is smoothed first, 0 … 100.</param>
/// <param name="field">The shades.</param>
/// <param name="content">Stands for the shades.</param>
internal sealed class DistanceOperation(LitOperation lit, double calm, ShadeField field, ContentKey content) : Operation<Plane<float>>(lit.Key.With($"distance {calm}").With(content))
{
    private readonly CalmOperation? calmed = calm > 0 ? new CalmOperation(lit, calm) : null;

    public override int Reach(double scale) => calmed?.Reach(scale) ?? 0;

    protected override Plane<float> Draw(Drawing drawing, Region region)
    {
        var lab = calmed?.At(drawing, region) ?? lit.At(drawing, region).Lab;
        var plane = new Plane<float>(region, drawing.Arena);
        Rows.Each(region, y =>
        {
            var colours = lab.Row(y, region);
            field.Row(colours.L, colours.A, colours.B, plane.Row(y));
        }, drawing.Cancel);
        return plane;
    }
}
