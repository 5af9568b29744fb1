using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Grey;

/// <summary>Which spokes a pull on the photo moves, and by what share of the hand's way.</summary>
public static class Pull
{
    private const int Reach = 6;                 // the neighbourhood is 13 × 13 photo pixels

    /// <summary>The spokes of the mix (twelve at rest where it has none), and the share each takes of a pull at a place.</summary>
    /// <remarks>The hues of the neighbourhood, weighted by chroma, are shared out between the two spokes beside each; the largest share is made 1.</remarks>
    /// <param name="photo">Full size.</param>
    /// <param name="mix">As it stands.</param>
    /// <param name="x">0 … 1 over the width.</param>
    /// <param name="y">0 … 1 over the height.</param>
    public static (IReadOnlyList<Spoke> Spokes, IReadOnlyList<double> Shares) At(PhotoPixels photo, GreyMix mix, double x, double y)
    {
        ArgumentNullException.ThrowIfNull(photo);
        ArgumentNullException.ThrowIfNull(mix);
        IReadOnlyList<Spoke> spokes = mix.Spokes.Length > 0 ? mix.Spokes : Even(mix);
        var shares = new double[spokes.Count];
        var order = Enumerable.Range(0, spokes.Count).OrderBy(k => spokes[k].Hue).ToArray();
        var centreX = Math.Clamp((int)(x * photo.Width), 0, photo.Width - 1);
        var centreY = Math.Clamp((int)(y * photo.Height), 0, photo.Height - 1);
        var region = new Region(centreX - Reach, centreY - Reach, 2 * Reach + 1, 2 * Reach + 1).Intersect(new Region(0, 0, photo.Width, photo.Height));
        var buffer = new float[3 * region.Width];
        for (var row = region.Y; row < region.Bottom; row++)
        {
            var light = new LightRow(buffer, region.Width);
            photo.Read(region.X, row, light.Red, light.Green, light.Blue);
            for (var i = 0; i < region.Width; i++)
            {
                var (_, a, b) = OkLab.FromLinear(light.Red[i], light.Green[i], light.Blue[i]);
                Share(OkLab.Hue(a, b), OkLab.Chroma(a, b), spokes, order, shares);
            }
        }
        var most = shares.Max();
        for (var k = 0; k < shares.Length; k++) shares[k] = most > 0 ? Math.Round(shares[k] / most, 4) : 0;
        return (spokes, shares);
    }

    /// <summary>Twelve spokes 30° apart that hold the curve of the mix.</summary>
    public static IReadOnlyList<Spoke> Even(GreyMix mix)
    {
        ArgumentNullException.ThrowIfNull(mix);
        var curve = new WheelCurve(mix.Spokes);
        return Enumerable.Range(0, 12).Select(k => new Spoke { Hue = k * 30, Lift = Math.Round(curve.At(k * 30)) }).ToList();
    }

    private static void Share(double hue, double chroma, IReadOnlyList<Spoke> spokes, int[] order, double[] shares)
    {
        var right = Array.FindIndex(order, k => spokes[k].Hue > hue);
        if (right < 0) right = 0;
        var left = (right + order.Length - 1) % order.Length;
        double Apart(double from, double to) => (to - from + 720) % 360;
        var gap = Apart(spokes[order[left]].Hue, spokes[order[right]].Hue);
        var t = gap <= 0 ? 0 : Apart(spokes[order[left]].Hue, hue) / gap;
        shares[order[left]] += chroma * (1 - t);
        shares[order[right]] += chroma * t;
    }
}
