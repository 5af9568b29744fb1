using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Core.Grey;

/// <summary>How much of each hue a photo has.</summary>
public static class HueHistogram
{
    private const int LargestSide = 640;

    /// <summary>Chroma in each of the equal arcs of hue, as a share of the fullest one, 0 … 1; all 0 for a grey photo.</summary>
    /// <param name="photo">Its pyramid.</param>
    /// <param name="arcs">Number of arcs; the first one begins at hue 0°.</param>
    public static double[] Of(Pyramid photo, int arcs = 120)
    {
        ArgumentNullException.ThrowIfNull(photo);
        var index = 0;
        while (index + 1 < photo.Count && Math.Max(photo.Level(index).Width, photo.Level(index).Height) > LargestSide) index++;
        var level = photo.Level(index);
        var sums = new double[arcs];
        var buffer = new float[3 * level.Width];
        for (var y = 0; y < level.Height; y++)
        {
            var row = new LightRow(buffer, level.Width);
            level.Read(0, y, row.Red, row.Green, row.Blue);
            for (var x = 0; x < level.Width; x++)
            {
                var (_, a, b) = OkLab.FromLinear(row.Red[x], row.Green[x], row.Blue[x]);
                var chroma = OkLab.Chroma(a, b);
                if (chroma < 0.01) continue;
                sums[Math.Min(arcs - 1, (int)(OkLab.Hue(a, b) / 360 * arcs))] += chroma;
            }
        }
        var most = sums.Max();
        return most > 0 ? sums.Select(s => s / most).ToArray() : sums;
    }
}
