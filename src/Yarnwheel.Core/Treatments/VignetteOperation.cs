using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Treatments;

/// <summary>Darkens or lightens towards the corners.</summary>
/// <remarks>A Hermite step over the distance from the middle, 1 being the corner: it begins at the extent and takes the softness to
/// run. Shape 0 measures along the frame's own proportions, 100 along a circle. Light is multiplied, so hues stay.</remarks>
/// <param name="vignette">Its settings.</param>
/// <param name="width">Of the whole photo, photo pixels.</param>
/// <param name="height">Of the whole photo, photo pixels.</param>
internal sealed class VignetteOperation(Vignette vignette, int width, int height)
{
    private readonly double begin = 0.95 * vignette.Extent / 100;
    private readonly double run = 0.08 + 0.9 * vignette.Softness / 100;
    private readonly double roundness = vignette.Shape / 100;
    private readonly double amount = vignette.Amount / 100;

    /// <summary>The factor at a place of the photo, photo pixels.</summary>
    public float Factor(double x, double y)
    {
        double dx = 2 * x / width - 1, dy = 2 * y / height - 1;
        var longer = Math.Max(width, height);
        double cx = dx * width / longer, cy = dy * height / longer;
        var corner = Math.Sqrt((double)width * width + (double)height * height) / longer;
        var along = Math.Sqrt((dx * dx + dy * dy) / 2);
        var circle = Math.Sqrt(cx * cx + cy * cy) / corner;
        var t = Math.Clamp((along + (circle - along) * roundness - begin) / run, 0, 1);
        t = t * t * (3 - 2 * t);
        return (float)(amount < 0 ? 1 + 0.9 * amount * t : 1 + 1.5 * amount * t);
    }

    /// <summary>Changes a row in place.</summary>
    /// <param name="light">The row.</param>
    /// <param name="place">Where it lies on the photo.</param>
    public void Row(LightRow light, RowPlace place)
    {
        for (var x = 0; x < light.Red.Length; x++)
        {
            var factor = Factor(place.X + x * place.Step, place.Y);
            light.Red[x] *= factor;
            light.Green[x] *= factor;
            light.Blue[x] *= factor;
        }
    }
}
