using System.Numerics;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>A soft mask that follows the photo's own edges, and what the edge pixels are mixed from.</summary>
/// <remarks>The pairs that <see cref="PairSearch"/> finds are averaged among neighbours of like colour, by their trust (the smoothing of
/// Gastal, Oliveira 2010, as a cross-bilateral mean); where no pair can be trusted the rough mask decides.</remarks>
internal sealed class EdgeMatte
{
    private const int Window = 2;
    private const float Likeness = 0.04f;

    private EdgeMatte(EdgeBand band, ColourPair[] pairs, Region region)
    {
        Region = region;
        Band = band;
        Pairs = pairs;
    }

    /// <summary>Where it lies.</summary>
    public Region Region { get; }

    public EdgeBand Band { get; }

    /// <summary>Of the band's pixels, in its order.</summary>
    public ColourPair[] Pairs { get; }

    /// <summary>How far it looks, pixels.</summary>
    public static int Halo(double radius) => (int)Math.Ceiling(radius + PairSearch.Halo(radius)) + GaussianBlur.Halo(radius / 2) + Window + 2;

    /// <param name="mask">The rough mask, 0 … 1.</param>
    /// <param name="light">Of the same pixels.</param>
    /// <param name="radius">How far from the contour pixels are open; 0 for the mask's own soft pixels only.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static EdgeMatte Of(Plane<float> mask, LightPlanes light, double radius, CancellationToken cancel)
    {
        var band = EdgeBand.Of(mask, radius, cancel);
        // How likely each pixel is inside, from the rough mask alone.
        var prior = radius > 0 ? GaussianBlur.Of(mask, radius / 2, cancel) : mask;
        var found = new PairSearch(light, band, prior.Values, radius).Find(cancel);
        var seen = new SeenColours(light, band, Window);
        var pairs = new ColourPair[found.Length];
        const int block = 256;
        Parallel.For(0, (pairs.Length + block - 1) / block, new ParallelOptions { CancellationToken = cancel }, b =>
        {
            for (var k = b * block; k < Math.Min(pairs.Length, (b + 1) * block); k++) pairs[k] = Smoothed(k, mask.Values, light, band, found, seen);
        });
        return new EdgeMatte(band, pairs, mask.Region);
    }

    /// <summary>The mask: the band's pixels by their alpha, the others by their side.</summary>
    public Plane<float> Mask()
    {
        var result = GC.AllocateUninitializedArray<float>(Band.Sides.Length);
        Spans.Each(result.Length, (from, to) =>
        {
            for (var i = from; i < to; i++) result[i] = Band.Positions[i] is var at && at >= 0 ? Pairs[at].Alpha : Band.Sides[i];
        });
        return new Plane<float>(Region, result);
    }

    /// <summary>The same colours, settled for the mask's own alpha.</summary>
    public EdgeMatte WithAlpha(Plane<float> mask, LightPlanes light)
    {
        var pairs = new ColourPair[Pairs.Length];
        for (var k = 0; k < pairs.Length; k++)
        {
            var pixel = Band.Pixels[k];
            pairs[k] = Settled(new Vector3(light.Red[pixel], light.Green[pixel], light.Blue[pixel]), Pairs[k].Foreground, Pairs[k].Background, mask.Values[pixel], Pairs[k].Trust);
        }
        return new EdgeMatte(Band, pairs, Region);
    }

    private static ColourPair Smoothed(int k, float[] mask, LightPlanes light, EdgeBand band, ColourPair[] found, SeenColours seen)
    {
        int pixel = band.Pixels[k], x = pixel % light.Width, y = pixel / light.Width;
        var here = seen.At(x, y);
        Vector3 foreground = default, background = default;
        float alpha = 0, prior = 0, trusted = 0, all = 0, colours = 0;
        for (var v = Math.Max(0, y - Window); v <= Math.Min(light.Height - 1, y + Window); v++)
        {
            for (var u = Math.Max(0, x - Window); u <= Math.Min(light.Width - 1, x + Window); u++)
            {
                var at = v * light.Width + u;
                var near = (seen.At(u, v) - here).LengthSquared() / (Likeness * Likeness);
                var apart = (u - x) * (u - x) + (v - y) * (v - y);
                var weight = 1 / (1 + near * near) / (1 + 0.25f * apart);
                all += weight;
                prior += weight * mask[at];
                var position = band.Positions[at];
                if (position < 0)
                {
                    // What is settled speaks as well, for its own side.
                    alpha += weight * band.Sides[at];
                    trusted += weight;
                    continue;
                }
                var pair = found[position];
                var trust = weight * (pair.Trust + 1e-3f);
                alpha += trust * pair.Alpha;
                trusted += trust;
                foreground += trust * pair.Foreground;
                background += trust * pair.Background;
                colours += trust;
            }
        }
        var sure = trusted / all;
        // Little trust: the rough mask fills in.
        var share = sure / (sure + 0.05f);
        var blended = alpha / trusted * share + prior / all * (1 - share);
        return Settled(new Vector3(light.Red[pixel], light.Green[pixel], light.Blue[pixel]), foreground / colours, background / colours, blended, sure);
    }

    /// <summary>Moves both colours, by as much as each has in the pixel, so that mixed they give the pixel again.</summary>
    private static ColourPair Settled(Vector3 colour, Vector3 foreground, Vector3 background, float alpha, float trust)
    {
        var rest = colour - alpha * foreground - (1 - alpha) * background;
        var norm = alpha * alpha + (1 - alpha) * (1 - alpha);
        return new ColourPair(Vector3.Max(Vector3.Zero, foreground + rest * (alpha / norm)), Vector3.Max(Vector3.Zero, background + rest * ((1 - alpha) / norm)), alpha, trust);
    }
}
