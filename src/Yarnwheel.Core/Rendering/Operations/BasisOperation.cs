using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Operations;

/// <summary>The lightness that a basis gives each pixel before any hue lifts it.</summary>
/// <param name="lit">The photo in its light.</param>
/// <param name="basis">What is measured.</param>
internal sealed class BasisOperation(LitOperation lit, GreyBasis basis) : Operation<Plane<float>>(lit.Key.With($"basis {basis}"))
{
    public override int Reach(double scale) => 0;

    protected override Plane<float> Draw(Drawing drawing, Region region)
    {
        var source = lit.At(drawing, region);
        var plane = new Plane<float>(region, drawing.Arena);
        Rows.Each(region, y => GreyConversion.BaseLightness(basis, source.Light.Row(y, region), source.Lab.Row(y, region).L, plane.Row(y)), drawing.Cancel);
        return plane;
    }
}
