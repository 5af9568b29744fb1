using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Treatments;

/// <summary>Sharpens the finished picture: unsharp masking of its lightness.</summary>
/// <remarks>The difference from a Gaussian is added to the lightness (common practice, no source), held softly so that edges get no glaring rims.
/// Edges only: weighted by the slope of the blurred lightness. Calm: small differences, which are grain, shrink by d³ / (d² + c²), the shape of a Wiener gain.
/// The radius is that of the full-size picture, so a smaller view shows what the copy will show at that size.</remarks>
internal sealed class Sharpen(Sharpening settings)
{
    private const float Most = 0.16f;
    private readonly float amount = (float)(settings.Amount / 100 * 2.5);
    private readonly float edgesOnly = (float)(settings.EdgesOnly / 100);
    private readonly float grain = (float)(settings.Calm / 100 * 0.04);

    /// <summary>How far it looks, screen pixels.</summary>
    public int Halo(double scale) => GaussianBlur.Halo(Sigma(scale)) + 1;

    /// <summary>Draws the sharpened region.</summary>
    /// <param name="wide">The finished picture of the region and its halo; changed in place.</param>
    /// <param name="scale">Screen pixels a photo pixel.</param>
    /// <param name="cancel">Ends the work early.</param>
    public void Apply(LightPlanes wide, double scale, CancellationToken cancel)
    {
        int width = wide.Width, height = wide.Height;
        var measured = new Plane<float>(wide.Region);
        Rows.Each(wide.Region, y => DetailMaps.Lightness(wide.Row(y), measured.Row(y)), cancel);
        var (lightness, blurred) = (measured.Values, GaussianBlur.Of(measured, Sigma(scale), cancel).Values);
        Rows.Each(height, y =>
        {
            var light = wide.Row(wide.Region.Y + y);
            var above = Math.Max(y - 1, 0) * width;
            var below = Math.Min(y + 1, height - 1) * width;
            for (var x = 0; x < width; x++)
            {
                var at = y * width + x;
                var l = lightness[at];
                if (l <= 1e-4f || l >= 1) continue;
                var difference = l - blurred[at];
                if (grain > 0) difference *= difference * difference / (difference * difference + grain * grain);
                if (edgesOnly > 0)
                {
                    var across = blurred[y * width + Math.Min(x + 1, width - 1)] - blurred[y * width + Math.Max(x - 1, 0)];
                    var down = blurred[below + x] - blurred[above + x];
                    var slope = Math.Clamp((MathF.Sqrt(across * across + down * down) - 0.02f) / 0.08f, 0, 1);
                    difference *= 1 - edgesOnly * (1 - slope * slope * (3 - 2 * slope));
                }
                var change = amount * difference;
                change /= 1 + MathF.Abs(change) / Most;
                var ratio = GreyConversion.Lift(l, change) / l;
                ratio *= ratio * ratio;
                light.Red[x] *= ratio;
                light.Green[x] *= ratio;
                light.Blue[x] *= ratio;
            }
        }, cancel);
    }

    private double Sigma(double scale) => settings.Radius * scale;
}
