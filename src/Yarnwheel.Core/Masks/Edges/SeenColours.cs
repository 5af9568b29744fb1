using System.Numerics;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>Colours as differences are seen, about the square root of light, of the rows' stretches that hold open pixels.</summary>
internal sealed class SeenColours
{
    private readonly Vector3[]?[] rows;
    private readonly int[] firsts;

    /// <param name="light">Linear light.</param>
    /// <param name="band">The open pixels.</param>
    /// <param name="window">How far about them colours are asked for, pixels.</param>
    public SeenColours(LightPlanes light, EdgeBand band, int window)
    {
        int width = light.Width, height = light.Height;
        rows = new Vector3[]?[height];
        firsts = new int[height];
        var (lefts, rights) = (new int[height], new int[height]);
        Array.Fill(lefts, int.MaxValue);
        Array.Fill(rights, -1);
        foreach (var pixel in band.Pixels)
        {
            var y = pixel / width;
            var x = pixel - y * width;
            lefts[y] = Math.Min(lefts[y], x);
            rights[y] = Math.Max(rights[y], x);
        }
        Rows.Each(height, y =>
        {
            int left = int.MaxValue, right = -1;
            for (var v = Math.Max(0, y - window); v <= Math.Min(height - 1, y + window); v++) (left, right) = (Math.Min(left, lefts[v]), Math.Max(right, rights[v]));
            if (right < 0) return;
            left = Math.Max(0, left - window);
            right = Math.Min(width - 1, right + window);
            var row = new Vector3[right - left + 1];
            for (var x = left; x <= right; x++)
            {
                var at = y * width + x;
                row[x - left] = Vector3.SquareRoot(Vector3.Max(Vector3.Zero, new Vector3(light.Red[at], light.Green[at], light.Blue[at])));
            }
            (rows[y], firsts[y]) = (row, left);
        });
    }

    public Vector3 At(int x, int y) => rows[y]![x - firsts[y]];
}
