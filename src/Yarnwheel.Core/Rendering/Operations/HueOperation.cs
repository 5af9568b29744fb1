using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Rendering.Operations;

/// <summary>Of each pixel which hue lifts its grey, and how much of the lift it gets by its chroma; a drag of a spoke recomputes neither.</summary>
/// <param name="lit">The photo in its light.</param>
/// <param name="calm">How far colour noise is smoothed first, 0 … 100.</param>
internal sealed class HueOperation(LitOperation lit, double calm) : Operation<HuePlanes>(lit.Key.With($"hues {calm}"))
{
    private readonly CalmOperation? calmed = calm > 0 ? new CalmOperation(lit, calm) : null;

    public override int Reach(double scale) => calmed?.Reach(scale) ?? 0;

    protected override HuePlanes Draw(Drawing drawing, Region region)
    {
        var lab = calmed?.At(drawing, region) ?? lit.At(drawing, region).Lab;
        var planes = new HuePlanes(new(region, drawing.Arena), new(region, drawing.Arena));
        Rows.Each(region, y =>
        {
            var colours = lab.Row(y, region);
            GreyKernel.Hues(colours.A, colours.B, planes.Turn.Row(y), planes.Weight.Row(y));
        }, drawing.Cancel);
        return planes;
    }
}

/// <param name="Turn">Hue in turns, 0 … 1.</param>
/// <param name="Weight">Share of a lift, 0 … 1.</param>
internal sealed record HuePlanes(Plane<float> Turn, Plane<float> Weight) : IPlaced
{
    public Region Region => Turn.Region;

    public long Bytes => Turn.Bytes + Weight.Bytes;
}
