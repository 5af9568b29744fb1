using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering.Operations;

/// <summary>The photo in the recipe's light: where everything begins.</summary>
/// <param name="light">The light of the whole photo.</param>
/// <param name="isJudged">Whether as masks look at it (<see cref="Pyramid.Judged"/>).</param>
internal sealed class LitOperation(LightPlan light, bool isJudged = false) : Operation<LitPlanes>(ContentKey.Of(isJudged ? "judged" : "lit").With($"{light.Key}"))
{
    // From half the size on each pixel has its chroma.
    private readonly LitOperation? plain = isJudged ? new LitOperation(light) : null;

    public LightPlan Light { get; } = light;

    /// <summary>As masks look at the photo.</summary>
    /// <param name="photo">Which photo.</param>
    /// <param name="light">Its light.</param>
    public static LitOperation Judged(Pyramid photo, LightPlan light) => new(light, photo.IsJudgedApart);

    public override int Reach(double scale) => 0;

    public override LitPlanes At(Drawing drawing, Region region) =>
        plain is not null && drawing.Photo.LevelFor(drawing.Scale) > 0 ? plain.At(drawing, region) : base.At(drawing, region);

    protected override LitPlanes Draw(Drawing drawing, Region region)
    {
        var planes = AreaSampler.Draw(isJudged ? drawing.Photo.Judged : drawing.Photo, region, drawing.Scale, drawing.Arena, drawing.Cancel);
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
