using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks;

/// <summary>A gradual fade: from 1 to 0 between two points, or from the middle of an ellipse to its rim (Hermite).</summary>
/// <remarks>A rim or step sharper than a screen pixel is drawn a pixel wide, so that it is anti-aliased.</remarks>
/// <param name="part">The part.</param>
/// <param name="width">Of the photo, pixels.</param>
/// <param name="height">Of the photo, pixels.</param>
internal sealed class Ramp(RampPart part, int width, int height)
{
    private readonly double longer = Math.Max(width, height);

    /// <summary>The mask of a row.</summary>
    public void Row(RowPlace place, Span<float> mask)
    {
        if (part.Shape == RampShape.Linear) Linear(place, mask);
        else Radial(place, mask);
    }

    private void Linear(RowPlace place, Span<float> mask)
    {
        double fromX = part.X0 * width, fromY = part.Y0 * height;
        double wayX = part.X1 * width - fromX, wayY = part.Y1 * height - fromY;
        var length = Math.Sqrt(wayX * wayX + wayY * wayY);
        if (length < 1e-9)
        {
            mask.Fill(1);
            return;
        }
        // Along the way in photo pixels; a way shorter than a screen pixel is widened about its middle.
        var run = Math.Max(length, place.Step);
        var start = (length - run) / 2;
        var first = (((place.X - fromX) * wayX + (place.Y - fromY) * wayY) / length - start) / run;
        var step = place.Step * wayX / length / run;
        if (step == 0)
        {
            mask.Fill(Fall(first));
            return;
        }
        // Before it begins and after its end every pixel is the same; a pixel more on either side is reckoned.
        double one = -first / step, other = (1 - first) / step;
        var from = (int)Math.Clamp(Math.Min(one, other) - 1, 0, mask.Length);
        var to = (int)Math.Clamp(Math.Max(one, other) + 2, from, mask.Length);
        mask[..from].Fill(step > 0 ? 1 : 0);
        for (var i = from; i < to; i++) mask[i] = Fall(first + i * step);
        mask[to..].Fill(step > 0 ? 0 : 1);
    }

    private void Radial(RowPlace place, Span<float> mask)
    {
        var turn = part.Angle * Math.PI / 180;
        double sine = Math.Sin(turn), cosine = Math.Cos(turn);
        double rx = Math.Max(part.Rx * longer, 1e-6), ry = Math.Max(part.Ry * longer, 1e-6);
        for (var i = 0; i < mask.Length; i++)
        {
            double dx = place.X + i * place.Step - part.Cx * width, dy = place.Y - part.Cy * height;
            double u = (dx * cosine + dy * sine) / rx, v = (dy * cosine - dx * sine) / ry;
            var radius = Math.Sqrt(u * u + v * v);
            // How fast the radius grows here, a screen pixel: the gradient of the ellipse's level function.
            var growth = radius < 1e-9 ? 0 : Math.Sqrt(u * u / (rx * rx) + v * v / (ry * ry)) / radius * place.Step;
            var feather = part.Feather / 100;
            var run = Math.Max(feather, growth);
            // A hard rim lies in the middle of its pixel-wide run.
            var start = 1 - feather - Math.Max(0, growth - feather) / 2;
            mask[i] = run <= 0 ? radius <= 1 ? 1 : 0 : feather > growth ? Fall((radius - start) / run) : (float)(1 - Math.Clamp((radius - start) / run, 0, 1));
        }
    }

    private static float Fall(double t)
    {
        t = Math.Clamp(t, 0, 1);
        return (float)(1 - t * t * (3 - 2 * t));
    }
}
