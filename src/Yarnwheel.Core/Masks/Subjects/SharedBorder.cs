using System.Runtime.InteropServices;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>Two superpixels that touch, and how strongly they hold together in all.</summary>
/// <param name="A">The one of the smaller number.</param>
/// <param name="B">The other.</param>
/// <param name="Hold">Pairs of pixels that touch, diagonal ones counted 1/√2, times how alike the two are, 0 … 1: their mean colours are compared, which grain leaves alone.</param>
internal readonly record struct SharedBorder(int A, int B, float Hold)
{
    public static SharedBorder[] Of(CutPicture picture)
    {
        var (labels, width, height) = (picture.Superpixels.Labels, picture.Half.Width, picture.Half.Height);
        var lengths = new Dictionary<(int A, int B), float>(4 * picture.Superpixels.Count);
        for (int y = 0, i = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++, i++)
            {
                if (x + 1 < width) Add(i, i + 1, 1);
                if (y + 1 >= height) continue;
                Add(i, i + width, 1);
                if (x + 1 < width) Add(i, i + width + 1, 0.7071f);
                if (x > 0) Add(i, i + width - 1, 0.7071f);
            }
        }
        float Apart((int A, int B) pair) => (picture.Means[pair.A] - picture.Means[pair.B]).LengthSquared();
        var pairs = lengths.OrderBy(l => l.Key).ToArray();
        var mean = pairs.Sum(p => (double)p.Value * Apart(p.Key)) / Math.Max(1, pairs.Sum(p => (double)p.Value));
        var falloff = 1 / Math.Max(mean, 1e-5);
        return [.. pairs.Select(p => new SharedBorder(p.Key.A, p.Key.B, (float)(p.Value * Math.Exp(-falloff * Apart(p.Key)))))];

        void Add(int i, int j, float length)
        {
            int a = labels[i], b = labels[j];
            if (a != b) CollectionsMarshal.GetValueRefOrAddDefault(lengths, a < b ? (a, b) : (b, a), out _) += length;
        }
    }
}
