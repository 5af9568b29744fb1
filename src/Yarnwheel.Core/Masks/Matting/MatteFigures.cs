using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>What tells how far an alpha found is to be believed: the pixel's own figures, their means close by and farther about, and how the edges of both masks lie on the photo's.</summary>
internal sealed class MatteFigures
{
    private const int Own = 15;
    private const int Averaged = 8;
    private const int Edges = 5;

    /// <summary>Figures of each pixel.</summary>
    public const int Count = Own + 2 * Averaged + Edges;

    /// <summary>Sides of the cells, pixels.</summary>
    private const int Close = 3;
    private const int Wider = 4;

    /// <summary>Densities of the whole picture's colours that count half, and squared distances of both models.</summary>
    private const float Dense = 4;
    private const float Parted = 8;
    private const float FarParted = 60;

    private readonly FigureMeans close;
    private readonly FigureMeans wide;

    private MatteFigures(FigureMeans close, FigureMeans wide) => (this.close, this.wide) = (close, wide);

    public long Bytes => close.Bytes + wide.Bytes;

    /// <param name="found">Of a picture.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static MatteFigures Of(MatteFound found, CancellationToken cancel)
    {
        var cells = FigureCells.Of(found.Width, found.Height, Close, Averaged + Edges, (x, y, into) => Sum(found, x, y, into), cancel);
        return new MatteFigures(cells.Means(), cells.Coarser(Wider).Means());
    }

    /// <summary>The figures of some of a block's pixels, row by row.</summary>
    /// <param name="block">Whose pixels were judged (<see cref="AlphaPosterior"/>), with their rough values and places.</param>
    /// <param name="pixels">Which of them.</param>
    /// <param name="into">Receives them.</param>
    public void Put(MatteBlock block, ReadOnlySpan<int> pixels, Span<float> into)
    {
        Span<float> about = stackalloc float[Averaged + Edges];
        for (var j = 0; j < pixels.Length; j++)
        {
            var k = pixels[j];
            var (x, y) = (block.Across[k], block.Down[k]);
            var row = into.Slice(j * Count, Count);
            OwnOf(block, k, row);
            close.Put(x, y, about);
            about[..Averaged].CopyTo(row[Own..]);
            var edges = about[Averaged..];
            wide.Put(x, y, row.Slice(Own + Averaged, Averaged));
            row = row[(Own + 2 * Averaged)..];
            float photo = MathF.Sqrt(edges[0]), rough = MathF.Sqrt(edges[1]), alpha = MathF.Sqrt(edges[2]);
            row[0] = photo;
            row[1] = rough;
            row[2] = alpha;
            // How alike they are, where there are any.
            row[3] = edges[3] / (photo * rough + 1e-3f);
            row[4] = edges[4] / (photo * alpha + 1e-3f);
        }
    }

    private static void OwnOf(MatteBlock block, int k, Span<float> into)
    {
        float rough = block.Rough[k], mean = block.Mean[k], deviation = block.Deviation[k], apart = block.Apart[k], change = mean - rough, inside = block.SeenInside[k], outside = block.SeenOutside[k];
        into[0] = rough;
        into[1] = mean;
        into[2] = deviation;
        into[3] = apart / (apart + Parted);
        into[4] = apart / (apart + FarParted);
        into[5] = Math.Clamp(block.Place[k], -0.5f, 1.5f);
        into[6] = block.Expected[k];
        into[7] = block.Mixed[k];
        into[8] = change;
        into[9] = MathF.Abs(change);
        into[10] = AlphaCalibration.Ruled(change, deviation, apart);
        into[11] = block.Fit[k];
        into[12] = inside / (inside + Dense);
        into[13] = outside / (outside + Dense);
        into[14] = block.Prior[k];
    }

    private static bool Sum(MatteFound found, int x, int y, Span<float> into)
    {
        var at = y * found.Width + x;
        if (found.Share[at] <= 0) return false;
        var planes = found.Planes;
        float rough = found.Rough[at], mean = planes.Mean[at], deviation = planes.Deviation[at], apart = planes.Apart[at], change = mean - rough, ruled = AlphaCalibration.Ruled(change, deviation, apart);
        into[0] = rough;
        into[1] = mean;
        into[2] = deviation;
        into[3] = apart / (apart + Parted);
        into[4] = MathF.Abs(change);
        into[5] = ruled;
        into[6] = ruled * change;
        into[7] = planes.Fit[at];
        int right = x + 1 < found.Width ? at + 1 : at, below = y + 1 < found.Height ? at + found.Width : at;
        float photoAcross = Contrast(found.Picture.Light, at, right), photoDown = Contrast(found.Picture.Light, at, below);
        float roughAcross = MathF.Abs(found.Rough[right] - rough), roughDown = MathF.Abs(found.Rough[below] - rough);
        float across = MathF.Abs(planes.Mean[right] - mean), down = MathF.Abs(planes.Mean[below] - mean);
        into[8] = photoAcross * photoAcross + photoDown * photoDown;
        into[9] = roughAcross * roughAcross + roughDown * roughDown;
        into[10] = across * across + down * down;
        into[11] = photoAcross * roughAcross + photoDown * roughDown;
        into[12] = photoAcross * across + photoDown * down;
        into[13] = 1;
        return true;
    }

    /// <summary>The most that a channel differs, of its mean.</summary>
    private static float Contrast(LightPlanes light, int at, int other) =>
        MathF.Max(Of(light.Red, at, other), MathF.Max(Of(light.Green, at, other), Of(light.Blue, at, other)));

    private static float Of(float[] channel, int at, int other) => MathF.Abs(channel[at] - channel[other]) / (channel[at] + channel[other] + 0.02f);
}
