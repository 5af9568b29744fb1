using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Photos;

/// <summary>Gives each pixel a chroma of its own where the file has one sample for several: as it goes with luma round about.</summary>
/// <remarks>A decoder only blurs the samples between pixels, so that a red thread before green runs out into it by two pixels. Here a line of chroma over luma is
/// fitted about each cell, and read at each pixel's luma (K. He, J. Sun, X. Tang, “Guided Image Filtering”, ECCV 2010; for upsampling J. Kopf et al., SIGGRAPH 2007).
/// Luma stays what it is.</remarks>
internal static class GuidedChroma
{
    /// <summary>Pictures with more pixels are left as they are: their masks are found at half their size or less, where each pixel has its chroma.</summary>
    public const long Most = 13_000_000;

    /// <summary>Standard deviation of the surroundings that a line is fitted to, cells.</summary>
    private const double Surroundings = 2;

    /// <summary>Variance of luma, 0 … 255, below which it says little.</summary>
    private const float Flat = 20;

    // Decoders lay three quarters of the nearest sample and one of the next between pixels, so that a cell's mean has ⅛, ¾, ⅛ of those in a row
    // (common practice; T.871 leaves it open). The inverse is √2 · r^|k| with r = 2√2 − 3.
    private static readonly float[] Apart = [1.41421f, -0.24264f, 0.04163f, -0.00714f, 0.00123f];
    private static readonly float[] Alone = [1];

    /// <param name="photo">At full size.</param>
    public static BytePixels Of(PhotoPixels photo)
    {
        var (width, height, cells) = (photo.Width, photo.Height, photo.Coding.Chroma);
        var rgb = new byte[3L * width * height];
        Rows.Each(height, 3 * width, (y, scratch) =>
        {
            var row = new LightRow(scratch, width);
            photo.Read(0, y, row.Red, row.Green, row.Blue);
            SrgbByte.EncodeRow(row, Row(rgb, y, width));
        });
        var grid = new Region(0, 0, ChromaCells.Count(width, cells.Across, cells.Left), ChromaCells.Count(height, cells.Down, cells.Top));
        var (luma, blue, red) = Means(rgb, width, height, cells, grid);
        float[] mean = Blurred(luma, grid), square = Blurred(Product(luma, luma, grid), grid);
        var (towardsBlue, towardsRed) = (Fit(blue), Fit(red));
        Step[] columns = [.. Enumerable.Range(0, width).Select(x => Step.At(x, cells.Across, cells.Left, grid.Width))];
        Rows.Each(height, 4 * grid.Width, (y, lines) =>
        {
            var rows = Step.At(y, cells.Down, cells.Top, grid.Height);
            Between(towardsBlue.Slope, rows, lines.AsSpan(0, grid.Width));
            Between(towardsBlue.Offset, rows, lines.AsSpan(grid.Width, grid.Width));
            Between(towardsRed.Slope, rows, lines.AsSpan(2 * grid.Width, grid.Width));
            Between(towardsRed.Offset, rows, lines.AsSpan(3 * grid.Width, grid.Width));
            Write(Row(rgb, y, width), columns, lines, grid.Width);
        });
        return new BytePixels(rgb, width, height);

        Lines Fit(float[] means)
        {
            var chroma = Convolution.Of(means, grid.Width, grid.Height, cells.Across == 2 ? Apart : Alone, cells.Down == 2 ? Apart : Alone, CancellationToken.None);
            float[] own = Blurred(chroma, grid), slope = Blurred(Product(chroma, luma, grid), grid);
            Rows.Each(grid.Height, y =>
            {
                for (var i = y * grid.Width; i < (y + 1) * grid.Width; i++)
                {
                    slope[i] = (slope[i] - own[i] * mean[i]) / (square[i] - mean[i] * mean[i] + Flat);
                    chroma[i] -= slope[i] * luma[i];
                }
            });
            return new Lines(slope, chroma);
        }
    }

    /// <summary>Chroma over luma, of each cell.</summary>
    private readonly record struct Lines(float[] Slope, float[] Offset);

    /// <summary>The cells between whose middles a pixel lies, and how far it is from the first to the second.</summary>
    private readonly record struct Step(int First, int Second, float Share)
    {
        public static Step At(int pixel, int size, int lacking, int count)
        {
            var place = (pixel + lacking + 0.5f) / size - 0.5f;
            var first = (int)MathF.Floor(place);
            return new Step(Math.Max(0, first), Math.Min(count - 1, first + 1), place - first);
        }

        public float Of(ReadOnlySpan<float> line) => line[First] + (line[Second] - line[First]) * Share;
    }

    /// <summary>Mean luma and chroma (towards blue, towards red) of each cell.</summary>
    private static (float[] Luma, float[] Blue, float[] Red) Means(byte[] rgb, int width, int height, ChromaCells cells, Region grid)
    {
        float[] lumas = new float[grid.Area], towardsBlue = new float[grid.Area], towardsRed = new float[grid.Area];
        Rows.Each(grid.Height, v =>
        {
            int top = Math.Max(0, v * cells.Down - cells.Top), bottom = Math.Min(height, (v + 1) * cells.Down - cells.Top);
            for (var u = 0; u < grid.Width; u++)
            {
                int left = Math.Max(0, u * cells.Across - cells.Left), right = Math.Min(width, (u + 1) * cells.Across - cells.Left);
                int red = 0, green = 0, blue = 0;
                for (var y = top; y < bottom; y++)
                {
                    var pixels = Row(rgb, y, width)[(3 * left)..(3 * right)];
                    for (var i = 0; i < pixels.Length; i += 3) (red, green, blue) = (red + pixels[i], green + pixels[i + 1], blue + pixels[i + 2]);
                }
                var (at, share) = (v * grid.Width + u, 1f / ((right - left) * (bottom - top)));
                var luma = Luma(red, green, blue) * share;
                (lumas[at], towardsBlue[at], towardsRed[at]) = (luma, (blue * share - luma) / 1.772f, (red * share - luma) / 1.402f);
            }
        });
        return (lumas, towardsBlue, towardsRed);
    }

    /// <summary>A row of cells between two.</summary>
    private static void Between(float[] plane, Step rows, Span<float> into)
    {
        ReadOnlySpan<float> above = plane.AsSpan(rows.First * into.Length, into.Length), below = plane.AsSpan(rows.Second * into.Length, into.Length);
        for (var x = 0; x < into.Length; x++) into[x] = above[x] + (below[x] - above[x]) * rows.Share;
    }

    /// <summary>Reads each pixel's chroma at its luma.</summary>
    private static void Write(Span<byte> row, Step[] columns, ReadOnlySpan<float> lines, int cells)
    {
        ReadOnlySpan<float> slopeBlue = lines[..cells], offsetBlue = lines.Slice(cells, cells), slopeRed = lines.Slice(2 * cells, cells), offsetRed = lines.Slice(3 * cells, cells);
        for (var x = 0; x < columns.Length; x++)
        {
            var pixel = row.Slice(3 * x, 3);
            var step = columns[x];
            var luma = Luma(pixel[0], pixel[1], pixel[2]);
            float blue = step.Of(slopeBlue) * luma + step.Of(offsetBlue), red = step.Of(slopeRed) * luma + step.Of(offsetRed);
            // ITU-T T.871 (JFIF), 7.
            (pixel[0], pixel[1], pixel[2]) = (Byte(luma + 1.402f * red), Byte(luma - 0.344136f * blue - 0.714136f * red), Byte(luma + 1.772f * blue));
        }
    }

    private static float[] Blurred(float[] plane, Region grid) => GaussianBlur.Of(new Plane<float>(grid, plane), Surroundings, CancellationToken.None).Values;

    private static float[] Product(float[] one, float[] other, Region grid)
    {
        var product = new float[one.Length];
        Rows.Each(grid.Height, y =>
        {
            for (var i = y * grid.Width; i < (y + 1) * grid.Width; i++) product[i] = one[i] * other[i];
        });
        return product;
    }

    private static float Luma(float red, float green, float blue) => 0.299f * red + 0.587f * green + 0.114f * blue;

    private static byte Byte(float value) => (byte)Math.Clamp(value + 0.5f, 0, 255);

    private static Span<byte> Row(byte[] rgb, int y, int width) => rgb.AsSpan(3 * y * width, 3 * width);
}
