using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>How often the models take what is surely ground for the subject. Where they do so often (fur before fur, shadows before a dark cloth), what looks like a lost strand is none.</summary>
/// <remarks>What lies beyond the band is ground, but for lost strands, which are few of its pixels: the share of alarms there is an upper bound of the false ones, as a detector's rate of false alarms is found where nothing is to be detected.</remarks>
internal sealed class FalseAlarms
{
    /// <summary>One of so many pixels is judged, across and down.</summary>
    private const int Thinned = 3;

    /// <summary>How far around alarms count, pixels.</summary>
    private const double Reach = 25;

    /// <summary>Squared distance of both sides at which a lost strand is half believed where every pixel is an alarm.</summary>
    private const float Doubted = 200;

    private const float Least = 1e-4f;

    /// <summary>Where nothing was judged near by, all of the picture speaks with this weight.</summary>
    private const float Everywhere = 0.002f;

    // Nothing is said by what lies about it, and it is not likely to be mixed.
    private const float Prior = 0.4f;
    private const float Mixed = 0.1f;
    private const float Ground = 0.05f;

    private readonly float[] shares;
    private readonly int across;

    private FalseAlarms(float[] shares, int across)
    {
        this.shares = shares;
        this.across = across;
    }

    /// <summary>Squared distance of both sides at which a lost strand is half believed.</summary>
    /// <param name="x">Column.</param>
    /// <param name="y">Row.</param>
    public float DoubtAt(int x, int y)
    {
        // Squared: true strands that the mask lost are alarms, too, up to a tenth of all around.
        var share = shares[y / Thinned * across + x / Thinned];
        return MathF.Max(Least, Doubted * share * share);
    }

    /// <param name="models">What both sides look like.</param>
    /// <param name="rough">The mask, 0 … 1.</param>
    /// <param name="share">How far each pixel could change at first; 0 beyond the band.</param>
    /// <param name="steps">How finely alpha is tried.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static FalseAlarms Of(MatteModels models, float[] rough, float[] share, int steps, CancellationToken cancel)
    {
        var (width, height) = (models.Picture.Light.Width, models.Picture.Light.Height);
        int across = (width + Thinned - 1) / Thinned, down = (height + Thinned - 1) / Thinned;
        int At(int cell) => cell / across * Thinned * width + cell % across * Thinned;
        int[] judged = [.. Enumerable.Range(0, across * down).Where(c => share[At(c)] <= 0 && rough[At(c)] < Ground)];
        Plane<float> alarms = new(new Region(0, 0, across, down)), known = new(alarms.Region);
        MatteBlocks.Each(judged.Length, (block, from, count) =>
        {
            for (var k = 0; k < count; k++)
            {
                var cell = judged[from + k];
                models.Put(block, k, cell % across * Thinned, cell / across * Thinned);
                (block.Prior[k], block.Mixed[k]) = (Prior, Mixed);
            }
            AlphaPosterior.Of(block, count, steps, models.Picture.Noise);
            for (var k = 0; k < count; k++) (known.Values[judged[from + k]], alarms.Values[judged[from + k]]) = (1, block.Mean[k] > 0.5f ? 1 : 0);
        }, cancel);
        var usual = judged.Length == 0 ? 0 : alarms.Values.Sum() / judged.Length;
        var (near, of) = (GaussianBlur.Of(alarms, Reach / Thinned, cancel).Values, GaussianBlur.Of(known, Reach / Thinned, cancel).Values);
        return new FalseAlarms([.. near.Zip(of, (n, k) => (n + Everywhere * usual) / (k + Everywhere))], across);
    }
}
