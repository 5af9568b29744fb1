namespace Yarnwheel.Core.Masks.Segments;

/// <summary>Two superpixels that touch, and how strongly they hold together in all.</summary>
/// <param name="A">The one of the smaller number.</param>
/// <param name="B">The other.</param>
/// <param name="Hold">Pairs of pixels that touch, diagonal ones counted 1/√2, times how alike the two are, 0 … 1: their mean colours are compared, which grain leaves alone.</param>
/// <param name="Length">Pairs of pixels that touch, diagonal ones counted 1/√2.</param>
internal readonly record struct SharedBorder(int A, int B, float Hold, float Length)
{
    // Pixels that touch belong to squares of the grid at most three apart: so many places a superpixel.
    private const int Around = 7;
    private const int Places = Around * Around;

    public static SharedBorder[] Of(CutPicture picture)
    {
        var (labels, width, height) = (picture.Superpixels.Labels, picture.Half.Width, picture.Half.Height);
        var across = picture.Superpixels.Across;
        var lengths = new float[picture.Superpixels.Count * Places];
        var (rows, columns) = (new int[picture.Superpixels.Count], new int[picture.Superpixels.Count]);
        for (var k = 0; k < rows.Length; k++) (rows[k], columns[k]) = (k / across, k % across);
        for (int y = 0, i = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++, i++)
            {
                if (x + 1 < width) Add(labels[i], labels[i + 1], 1);
                if (y + 1 >= height) continue;
                Add(labels[i], labels[i + width], 1);
                if (x + 1 < width) Add(labels[i], labels[i + width + 1], 0.7071f);
                if (x > 0) Add(labels[i], labels[i + width - 1], 0.7071f);
            }
        }
        var borders = new List<SharedBorder>(4 * rows.Length);
        double sum = 0, all = 0;
        for (var k = 0; k < lengths.Length; k++)
        {
            if (lengths[k] == 0) continue;
            int a = k / Places, place = k % Places, b = a + (place / Around - Around / 2) * across + place % Around - Around / 2;
            borders.Add(new SharedBorder(a, b, lengths[k], lengths[k]));
            sum += lengths[k] * (picture.Means[a] - picture.Means[b]).LengthSquared();
            all += lengths[k];
        }
        var falloff = 1 / Math.Max(sum / Math.Max(1, all), 1e-5);
        return [.. borders.Select(b => b with { Hold = (float)(b.Hold * Math.Exp(-falloff * (picture.Means[b.A] - picture.Means[b.B]).LengthSquared())) })];

        void Add(int a, int b, float length)
        {
            if (a == b) return;
            if (a > b) (a, b) = (b, a);
            lengths[a * Places + (rows[b] - rows[a] + Around / 2) * Around + columns[b] - columns[a] + Around / 2] += length;
        }
    }
}
