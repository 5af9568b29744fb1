using Yarnwheel.Core.Grey;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>Two superpixels that touch, and how strongly they hold together in all.</summary>
/// <param name="A">The one of the smaller number.</param>
/// <param name="B">The other.</param>
/// <param name="Hold">Sum over the pairs of pixels that touch, diagonal ones by 1/√2.</param>
internal readonly record struct SharedBorder(int A, int B, float Hold)
{
    public static SharedBorder[] Of(LabPlanes lab, Superpixels superpixels, CutPicture picture)
    {
        var holds = new Dictionary<(int A, int B), float>(4 * superpixels.Count);
        int width = lab.Width, height = lab.Height;
        var labels = superpixels.Labels;
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
        return [.. holds.OrderBy(h => h.Key).Select(h => new SharedBorder(h.Key.A, h.Key.B, h.Value))];

        void Add(int i, int j, float weight)
        {
            int a = labels[i], b = labels[j];
            if (a == b) return;
            ref var hold = ref System.Runtime.InteropServices.CollectionsMarshal.GetValueRefOrAddDefault(holds, a < b ? (a, b) : (b, a), out _);
            hold += weight * picture.Hold(lab, i, j);
        }
    }
}
