using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering.Operations;

/// <summary>The photo in the recipe's light: where everything begins.</summary>
/// <param name="light">The light of the whole photo.</param>
internal sealed class LitOperation(LightPlan light) : Operation<LitPlanes>(ContentKey.Of("lit").With($"{light.Key}"))
{
    public LightPlan Light { get; } = light;

    public override int Reach(double scale) => 0;

    protected override LitPlanes Draw(Drawing drawing, Region region)
    {
        var planes = AreaSampler.Draw(drawing.Photo, region, drawing.Scale, drawing.Arena, drawing.Cancel);
        var lab = new LabPlanes(region, drawing.Arena);
        Rows.Each(region, Light.Scratch(region.Width), (y, scratch) =>
        {
            var row = planes.Row(y);
            if (!Light.IsNeutral) Light.Row(row, RowPlace.At(region.X, y, drawing.Scale), scratch);
            var into = lab.Row(y);
            OkLab.FromLinear(row, into.L, into.A, into.B);
        }, drawing.Cancel);
        return new LitPlanes(planes, lab);
    }
}

/// <summary>The photo in its light: linear light and OKLab of the same region.</summary>
internal sealed record LitPlanes(LightPlanes Light, LabPlanes Lab) : IPlaced
{
    public Region Region => Light.Region;

    public long Bytes => Light.Bytes + Lab.Bytes;
}
