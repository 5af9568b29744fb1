using System.Numerics;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>Finds for each open pixel the pair of nearby colours, one from inside and one from outside, that explains it best.</summary>
/// <remarks>Sampling-based matting after E. Gastal, M. Oliveira, "Shared Sampling for Real-Time Alpha Matting", Eurographics 2010: samples are met
/// along rays, all pairs are tried, and the best has the smallest residual of the mixing equation in linear light, near samples preferred.
/// Where a strand or a slit is thinner than the band, nothing sure is in its middle: there what is least like the side that is seen stands for it.</remarks>
internal sealed class PairSearch
{
    private const int Rays = 8;

    /// <summary>Samples on a ray where one side alone is looked at.</summary>
    private const int MostOnRay = SampleSet.Most / Rays;

    /// <summary>How unlike the side that is seen a pixel of a thin thing is.</summary>
    private const float Strange = 0.25f;

    /// <summary>How far the middle of a thin thing may be, pixels.</summary>
    private const int ThinReach = 12;

    private static readonly RayStep[][] Near = RayStep.Fan(4 * Rays, ThinReach, growth: 0);

    private readonly LightPlanes light;
    private readonly EdgeBand band;
    private readonly float[] mask;
    private readonly RayStep[][] rays;
    private readonly bool knowsAlpha;

    /// <param name="light">Of the region.</param>
    /// <param name="band">Its open pixels.</param>
    /// <param name="mask">How likely each pixel is inside, 0 … 1.</param>
    /// <param name="radius">Of the band, pixels.</param>
    public PairSearch(LightPlanes light, EdgeBand band, float[] mask, double radius)
    {
        this.light = light;
        this.band = band;
        this.mask = mask;
        // Without a band the mask is settled: it says how far its soft pixels are mixed.
        knowsAlpha = radius == 0;
        rays = RayStep.Fan(4 * Rays, Reach(radius), growth: 1 / 6.0);
    }

    /// <summary>How far rays run, pixels.</summary>
    public static double Reach(double radius) => Math.Max(2.5 * radius + 10, ThinReach);

    /// <summary>How far what a pixel is given depends on others, pixels: the middle of a thin thing looks around for itself.</summary>
    public static double Halo(double radius) => Reach(radius) + ThinReach;

    /// <summary>The pair of each open pixel, in the band's order.</summary>
    public ColourPair[] Find(CancellationToken cancel)
    {
        var pairs = new ColourPair[band.Pixels.Length];
        // Of pixels that see one side only: how unlike it they are.
        var strange = new float[pairs.Length];
        var seen = new OneSide?[pairs.Length];
        Each(pairs.Length, (k, ref foreground, ref background) => pairs[k] = Best(band.Pixels[k], ref foreground, ref background, out strange[k], out seen[k]), cancel);
        Each(pairs.Length, (k, ref _, ref found) =>
        {
            if (seen[k] is { } side) pairs[k] = Thin(band.Pixels[k], side, ref found, strange);
        }, cancel);
        return pairs;
    }

    /// <summary>What a pixel sees that sees one side only.</summary>
    private sealed record OneSide(bool IsForeground, int Count, float[] Samples);

    private delegate void PixelWork(int k, ref SampleSet foreground, ref SampleSet background);

    private static void Each(int count, PixelWork work, CancellationToken cancel)
    {
        const int block = 256;
        Parallel.For(0, (count + block - 1) / block, new ParallelOptions { CancellationToken = cancel }, b =>
        {
            var foreground = new SampleSet(stackalloc float[SampleSet.Room]);
            var background = new SampleSet(stackalloc float[SampleSet.Room]);
            for (var k = b * block; k < Math.Min(count, (b + 1) * block); k++) work(k, ref foreground, ref background);
        });
    }

    private ColourPair Best(int pixel, ref SampleSet foreground, ref SampleSet background, out float strange, out OneSide? side)
    {
        Span<int> further = stackalloc int[Rays * (MostOnRay - 1)];
        Span<float> ways = stackalloc float[further.Length];
        var count = Gather(pixel, ref foreground, ref background, further, ways);
        var colour = Colour(pixel);
        strange = -1;
        side = null;
        if (foreground.Count > 0 && background.Count > 0) return knowsAlpha ? PairFit.Given(colour, mask[pixel], foreground, background) : PairFit.Of(colour, mask[pixel], foreground, background);
        if (foreground.Count + background.Count == 0) return new ColourPair(colour, colour, mask[pixel], 0);
        // One side alone must explain the pixel: more of it is looked at.
        ref var seen = ref foreground.Count > 0 ? ref foreground : ref background;
        for (var k = 0; k < count; k++) seen.Add(Mean(further[k], further[k] % light.Width), ways[k]);
        strange = PairFit.Alone(colour, seen);
        side = new OneSide(foreground.Count > 0, seen.Count, seen.ToArray());
        return default;
    }

    /// <summary>Meets along rays the first sure pixel of each side; and of a side that a ray meets alone the next ones.</summary>
    /// <returns>How many further ones.</returns>
    private int Gather(int pixel, ref SampleSet foreground, ref SampleSet background, scoped Span<int> further, scoped Span<float> ways)
    {
        foreground.Clear();
        background.Clear();
        var count = 0;
        int x = pixel % light.Width, y = pixel / light.Width;
        for (var ray = 0; ray < Rays; ray++)
        {
            int foregroundCount = 0, backgroundCount = 0;
            foreach (ref readonly var step in rays[4 * ray + Turn(x, y)].AsSpan())
            {
                int u = x + step.X, v = y + step.Y;
                if ((uint)u >= (uint)light.Width || (uint)v >= (uint)light.Height) break;
                var at = v * light.Width + u;
                var side = band.Sides[at];
                if (side == EdgeBand.Open) continue;
                ref var met = ref side == EdgeBand.Inside ? ref foregroundCount : ref backgroundCount;
                if (met++ == 0)
                {
                    if (side == EdgeBand.Inside) foreground.Add(Mean(at, u), step.Length);
                    else background.Add(Mean(at, u), step.Length);
                    if (foregroundCount > 0 && backgroundCount > 0) break;
                }
                else if (met <= MostOnRay)
                {
                    further[count] = at;
                    ways[count++] = step.Length;
                }
            }
        }
        return count;
    }

    // Neighbours look along different rays; tied to the photo's own grid, so that tiles agree.
    private int Turn(int x, int y) => ((light.Region.X + x) & 1) + 2 * ((light.Region.Y + y) & 1);

    /// <summary>A pixel that sees one side only: of the open pixels about it, along each ray the one least like that side is taken for the other.</summary>
    private ColourPair Thin(int pixel, OneSide side, ref SampleSet found, float[] strange)
    {
        var seen = new SampleSet(side.Samples, side.Count);
        found.Clear();
        Span<int> places = stackalloc int[Rays + 1];
        Span<float> ways = stackalloc float[Rays + 1];
        places.Fill(pixel);
        ways[0] = 1;
        int x = pixel % light.Width, y = pixel / light.Width;
        for (var ray = 0; ray < Rays; ray++)
        {
            foreach (ref readonly var step in Near[4 * ray + Turn(x, y)].AsSpan())
            {
                int u = x + step.X, v = y + step.Y;
                if ((uint)u >= (uint)light.Width || (uint)v >= (uint)light.Height) break;
                var position = band.Positions[v * light.Width + u];
                if (position >= 0 && strange[position] > strange[band.Positions[places[ray + 1]]]) (places[ray + 1], ways[ray + 1]) = (v * light.Width + u, step.Length);
            }
        }
        var most = 0f;
        foreach (var place in places) most = MathF.Max(most, strange[band.Positions[place]]);
        // The shades of one side differ among themselves: the other side differs more.
        for (var k = 0; k <= Rays; k++)
        {
            if ((k > 0 && places[k] == pixel) || strange[band.Positions[places[k]]] < MathF.Max(Strange, most / 2)) continue;
            found.Add(Colour(places[k]), ways[k]);
        }
        var colour = Colour(pixel);
        // Nothing here differs from what is seen: the rough mask is all that is known.
        if (found.Count == 0) return new ColourPair(side.IsForeground ? seen[0] : colour, side.IsForeground ? colour : seen[0], mask[pixel], 0);
        if (knowsAlpha) return side.IsForeground ? PairFit.Given(colour, mask[pixel], seen, found) : PairFit.Given(colour, mask[pixel], found, seen);
        // What was painted along a strand, or left out along a slit, is meant to be too wide: there the rough mask says little.
        return side.IsForeground ? PairFit.Of(colour, MathF.Max(mask[pixel], 0.5f), seen, found) : PairFit.Of(colour, MathF.Min(mask[pixel], 0.5f), found, seen);
    }

    /// <summary>The colour about a sure pixel: of it and those of its four neighbours that are sure too, so that grain counts less.</summary>
    private Vector3 Mean(int at, int x)
    {
        var sum = Colour(at);
        var count = 1;
        if (x > 0) Add(at - 1);
        if (x + 1 < light.Width) Add(at + 1);
        Add(at - light.Width);
        Add(at + light.Width);
        return sum / count;

        void Add(int near)
        {
            if ((uint)near >= (uint)band.Sides.Length || band.Sides[near] != band.Sides[at]) return;
            sum += Colour(near);
            count++;
        }
    }

    private Vector3 Colour(int at) => new(light.Red[at], light.Green[at], light.Blue[at]);
}
