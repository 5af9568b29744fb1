using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>Finds what the pixels of a finished mask's edge are mixed from.</summary>
/// <param name="mask">The finished mask, at 100 % and below.</param>
/// <param name="lit">The photo in its light.</param>
internal sealed class FringeOperation(Operation<Plane<float>> mask, LitOperation lit) : Operation<FringeColours>(mask.Key.With($"fringe"))
{
    private static int Halo => EdgeMatte.Halo(0);

    // Beyond 100 % the picture at 100 % is asked for by itself.
    public override int Reach(double scale) => scale > 1 ? 0 : mask.Reach(scale) + Drawing.Rounded(Halo);

    protected override FringeColours Draw(Drawing drawing, Region region)
    {
        if (drawing.Scale > 1)
        {
            var full = drawing.At(1);
            return At(full, SquareSampler.Covered(region, drawing.Scale, full.Whole)).Magnified(region, drawing.Scale);
        }
        var wide = drawing.Widen(region, Halo);
        var whole = mask.At(drawing, wide);
        var worked = MaskBounds.Of(whole, wide, Halo);
        if (worked.IsEmpty) return FringeColours.None(region);
        var cut = whole.Cut(worked);
        var light = lit.At(drawing, worked).Light.Cut(worked);
        return FringeColours.Of(EdgeMatte.Of(cut, light, 0, drawing.Cancel).WithAlpha(cut, light), region);
    }
}
