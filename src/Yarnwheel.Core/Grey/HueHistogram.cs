using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Core.Grey;

/// <summary>How much of each hue a photo has.</summary>
/// <param name="Arcs">Chroma in each of the equal arcs of hue, as a share of the fullest one, 0 … 1; all 0 for a grey photo. The first arc begins at hue 0°.</param>
/// <param name="Chroma">Mean chroma of what has a hue, OKLab; 0 for a grey photo.</param>
public sealed record HueHistogram(IReadOnlyList<double> Arcs, double Chroma)
{
    /// <summary>Chroma from which a colour has a hue.</summary>
    private const float Least = 0.01f;

    private const int LargestSide = 640;

    /// <summary>Counts a photo.</summary>
    /// <param name="photo">Its pyramid.</param>
    /// <param name="arcs">Number of arcs.</param>
    public static HueHistogram Of(Pyramid photo, int arcs = 120)
    {
        ArgumentNullException.ThrowIfNull(photo);
        var index = 0;
        while (index + 1 < photo.Count && Math.Max(photo.Level(index).Width, photo.Level(index).Height) > LargestSide) index++;
        var level = photo.Level(index);
        var sums = new double[arcs];
        var coloured = 0;
        var buffer = new float[3 * level.Width];
        for (var y = 0; y < level.Height; y++)
        {
            var row = new LightRow(buffer, level.Width);
            level.Read(0, y, row.Red, row.Green, row.Blue);
            for (var x = 0; x < level.Width; x++)
            {
                var (_, a, b) = OkLab.FromLinear(row.Red[x], row.Green[x], row.Blue[x]);
                var chroma = OkLab.Chroma(a, b);
                if (chroma < Least) continue;
                coloured++;
                sums[Math.Min(arcs - 1, (int)(OkLab.Hue(a, b) / 360 * arcs))] += chroma;
            }
        }
        var most = sums.Max();
        return new HueHistogram([.. sums.Select(s => most > 0 ? s / most : 0)], coloured > 0 ? sums.Sum() / coloured : 0);
    }
}
