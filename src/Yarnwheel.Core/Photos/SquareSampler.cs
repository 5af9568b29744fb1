using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Photos;

/// <summary>Draws a plane of the full-size photo beyond 100 %: each pixel is the mean over what it covers, so that the photo's pixels are seen as squares.</summary>
internal static class SquareSampler
{
    /// <summary>What of the photo a region beyond 100 % shows, photo pixels.</summary>
    /// <param name="region">In pixels at the scale.</param>
    /// <param name="scale">Pixels a photo pixel, above 1.</param>
    /// <param name="photo">All of it, photo pixels.</param>
    public static Region Covered(Region region, double scale, Region photo)
    {
        Cover left = Cover.Of(region.X, 1 / scale, photo.Width), right = Cover.Of(region.Right - 1, 1 / scale, photo.Width);
        Cover top = Cover.Of(region.Y, 1 / scale, photo.Height), bottom = Cover.Of(region.Bottom - 1, 1 / scale, photo.Height);
        return new Region(left.First, top.First, right.First + right.Count - left.First, bottom.First + bottom.Count - top.First);
    }

    /// <param name="plane">Of what <see cref="Covered"/> says, at least.</param>
    /// <param name="region">In pixels at the scale.</param>
    /// <param name="scale">Pixels a photo pixel, above 1.</param>
    /// <param name="photo">All of it, photo pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static Plane<float> Draw(Plane<float> plane, Region region, double scale, Region photo, CancellationToken cancel)
    {
        var columns = new Cover[region.Width];
        for (var x = 0; x < columns.Length; x++) columns[x] = Cover.Of(region.X + x, 1 / scale, photo.Width);
        var result = new Plane<float>(region);
        Rows.Each(region, y =>
        {
            var rows = Cover.Of(y, 1 / scale, photo.Height);
            var into = result.Row(y);
            for (var r = 0; r < rows.Count; r++)
            {
                var from = plane.Row(rows.First + r);
                var weight = rows.Weight(r);
                for (var x = 0; x < into.Length; x++)
                {
                    ref readonly var cover = ref columns[x];
                    for (var c = 0; c < cover.Count; c++) into[x] += weight * cover.Weight(c) * from[cover.First - plane.Region.X + c];
                }
            }
        }, cancel);
        return result;
    }

    /// <inheritdoc cref="Draw(Plane{float}, Region, double, Region, CancellationToken)"/>
    public static LightPlanes Draw(LightPlanes light, Region region, double scale, Region photo, CancellationToken cancel)
    {
        Plane<float> Of(float[] values) => Draw(new Plane<float>(light.Region, values), region, scale, photo, cancel);
        return new LightPlanes(Of(light.Red), Of(light.Green), Of(light.Blue));
    }

    /// <inheritdoc cref="Draw(Plane{float}, Region, double, Region, CancellationToken)"/>
    public static LabPlanes Draw(LabPlanes lab, Region region, double scale, Region photo, CancellationToken cancel)
    {
        Plane<float> Of(float[] values) => Draw(new Plane<float>(lab.Region, values), region, scale, photo, cancel);
        return new LabPlanes(Of(lab.L), Of(lab.A), Of(lab.B));
    }
}
