using System.Numerics;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Segments;

/// <summary>What is known of a picture before anything is marked on it: its colours in cells, its superpixels and how strongly neighbours hold together.</summary>
internal sealed class CutPicture : IPiece
{
    /// <summary>Side of a superpixel, pixels of the half picture.</summary>
    private const int SuperpixelSide = 5;

    private CutPicture(LabPlanes lab, LabPlanes half, ColourCells cells, int[] fine, int[] coarse, Superpixels superpixels, double falloff)
    {
        Lab = lab;
        Half = half;
        Fine = fine;
        Coarse = coarse;
        Colours = cells.Colours;
        Superpixels = superpixels;
        Falloff = falloff;
        (Means, Sizes, Centres) = Summed(half, superpixels);
        Shares = SuperpixelColours.Of(superpixels.Labels, superpixels.Count, coarse, Colours.Length);
        Borders = SharedBorder.Of(this);
        Neighbours = Touching(Borders, superpixels.Count);
    }

    public int Width => Lab.Width;

    public int Height => Lab.Height;

    public Region Whole => new(0, 0, Width, Height);

    /// <summary>OKLab.</summary>
    public LabPlanes Lab { get; }

    /// <summary>OKLab at half the size.</summary>
    public LabPlanes Half { get; }

    /// <summary>Cell of each pixel.</summary>
    public int[] Fine { get; }

    /// <summary>Cell of each pixel of the half picture.</summary>
    public int[] Coarse { get; }

    /// <summary>Of the cells, OKLab.</summary>
    public Vector3[] Colours { get; }

    /// <summary>Of the half picture.</summary>
    public Superpixels Superpixels { get; }

    /// <summary>Which colours each superpixel has.</summary>
    public SuperpixelColours Shares { get; }

    /// <summary>Mean colour of each superpixel.</summary>
    public Vector3[] Means { get; }

    /// <summary>Number of pixels of each superpixel, of the half picture.</summary>
    public int[] Sizes { get; }

    /// <summary>Middle of each superpixel, pixels of the half picture.</summary>
    public Vector2[] Centres { get; }

    /// <summary>Between superpixels that touch.</summary>
    public SharedBorder[] Borders { get; }

    /// <summary>Of each superpixel: those it touches.</summary>
    public List<int>[] Neighbours { get; }

    /// <summary>How fast neighbours of unlike colour lose their hold on one another.</summary>
    public double Falloff { get; }

    public long Bytes => 4L * (3 * Lab.Width * Lab.Height + 3 * Half.Width * Half.Height + Fine.Length + 2 * Coarse.Length) + Shares.Bytes + 24L * Borders.Length + 12L * Colours.Length + 100L * Sizes.Length;

    /// <param name="lab">OKLab of the whole picture.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static CutPicture Of(LabPlanes lab, CancellationToken cancel)
    {
        var half = Halved(lab);
        var cells = new ColourCells();
        var fine = cells.Sort(lab);
        var coarse = cells.Sort(half);
        return new CutPicture(lab, half, cells, fine, coarse, Superpixels.Of(half, SuperpixelSide, cancel), FalloffOf(half));
    }

    /// <summary>The superpixel that a pixel belongs to.</summary>
    public int SuperpixelAt(int x, int y) => Superpixels.Labels[y / 2 * Half.Width + x / 2];

    /// <summary>How strongly two neighbours hold together, 0 … 1.</summary>
    /// <param name="i">Index of one.</param>
    /// <param name="j">Index of the other.</param>
    public float Affinity(int i, int j)
    {
        float dl = Lab.L[i] - Lab.L[j], da = Lab.A[i] - Lab.A[j], db = Lab.B[i] - Lab.B[j];
        return MathF.Exp((float)-Falloff * (dl * dl + da * da + db * db));
    }

    /// <summary>The mean of two by two pixels.</summary>
    public static LabPlanes Halved(LabPlanes lab)
    {
        var half = new LabPlanes(new Region(0, 0, (lab.Width + 1) / 2, (lab.Height + 1) / 2));
        Rows.Each(half.Height, y =>
        {
            int above = 2 * y * lab.Width, below = Math.Min(2 * y + 1, lab.Height - 1) * lab.Width;
            foreach (var (from, into) in (ReadOnlySpan<(float[], float[])>)[(lab.L, half.L), (lab.A, half.A), (lab.B, half.B)])
            {
                for (var x = 0; x < half.Width; x++)
                {
                    int left = 2 * x, right = Math.Min(left + 1, lab.Width - 1);
                    into[y * half.Width + x] = (from[above + left] + from[above + right] + from[below + left] + from[below + right]) * 0.25f;
                }
            }
        });
        return half;
    }

    /// <summary>One over twice the mean squared difference of neighbours (Boykov, Jolly 2001; Rother et al. 2004).</summary>
    private static double FalloffOf(LabPlanes lab)
    {
        var rows = new double[lab.Height];
        Rows.Each(lab.Height - 1, y =>
        {
            for (var x = 0; x + 1 < lab.Width; x++)
            {
                var i = y * lab.Width + x;
                foreach (var j in (ReadOnlySpan<int>)[i + 1, i + lab.Width])
                {
                    float dl = lab.L[i] - lab.L[j], da = lab.A[i] - lab.A[j], db = lab.B[i] - lab.B[j];
                    rows[y] += dl * dl + da * da + db * db;
                }
            }
        });
        var mean = rows.Sum() / Math.Max(1, 2.0 * (lab.Width - 1) * (lab.Height - 1));
        return 1 / (2 * Math.Max(mean, 1e-5));
    }

    private static List<int>[] Touching(SharedBorder[] borders, int count)
    {
        var result = new List<int>[count];
        for (var k = 0; k < count; k++) result[k] = new List<int>(8);
        foreach (var border in borders)
        {
            result[border.A].Add(border.B);
            result[border.B].Add(border.A);
        }
        return result;
    }

    /// <summary>Mean colour, number of pixels and middle of each superpixel.</summary>
    public static (Vector3[] Colours, int[] Sizes, Vector2[] Centres) Summed(LabPlanes half, Superpixels superpixels)
    {
        var (colours, sizes, places) = (new Vector3[superpixels.Count], new int[superpixels.Count], new Vector2[superpixels.Count]);
        for (int y = 0, i = 0; y < half.Height; y++)
        {
            for (var x = 0; x < half.Width; x++, i++)
            {
                var k = superpixels.Labels[i];
                colours[k] += new Vector3(half.L[i], half.A[i], half.B[i]);
                places[k] += new Vector2(x, y);
                sizes[k]++;
            }
        }
        for (var k = 0; k < sizes.Length; k++)
        {
            colours[k] /= Math.Max(1, sizes[k]);
            places[k] /= Math.Max(1, sizes[k]);
        }
        return (colours, sizes, places);
    }
}
