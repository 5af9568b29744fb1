using System.Numerics;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>Finds for each open pixel the pair of nearby colours, one from inside and one from outside, that explains it best.</summary>
/// <remarks>Sampling-based matting after E. Gastal, M. Oliveira, "Shared Sampling for Real-Time Alpha Matting", Eurographics 2010: samples are met
/// along rays, all pairs are tried, and the best has the smallest residual of the mixing equation in linear light, near samples preferred.</remarks>
internal sealed class PairSearch
{
    private const int Rays = 8;

    /// <summary>Cost of going against the rough mask.</summary>
    private const float Doubt = 0.1f;

    /// <summary>Cost of half-way pixels: most pixels belong to one side.</summary>
    private const float Half = 0.6f;

    /// <summary>How unlike the side that is seen a pixel of a thin thing is.</summary>
    private const float Strange = 0.25f;

    /// <summary>How far the middle of a thin thing may be, pixels.</summary>
    private const int ThinReach = 12;

    /// <summary>Samples on a ray where one side alone is looked at.</summary>
    private const int MostOnRay = 3;

    private readonly Planes light;
    private readonly EdgeBand band;
    private readonly float[] mask;
    private readonly double farthest;
    private static readonly (double X, double Y)[] Directions =
        [.. Enumerable.Range(0, 4 * Rays).Select(k => (Math.Cos(k * Math.PI / (2 * Rays)), Math.Sin(k * Math.PI / (2 * Rays))))];

    /// <param name="light">Of the region.</param>
    /// <param name="band">Its open pixels.</param>
    /// <param name="mask">The mask as it is, 0 … 1.</param>
    /// <param name="radius">Of the band, pixels.</param>
    public PairSearch(Planes light, EdgeBand band, float[] mask, double radius)
    {
        this.light = light;
        this.band = band;
        this.mask = mask;
        farthest = Reach(radius);
    }

    /// <summary>How far rays run, pixels.</summary>
    public static double Reach(double radius) => 2.5 * radius + 10;

    /// <summary>The pair of each open pixel, in the band's order.</summary>
    public ColourPair[] Find(Region region, CancellationToken cancel)
    {
        var pairs = new ColourPair[band.Pixels.Length];
        // Of pixels that see one side only: how unlike it they are.
        var strange = new float[pairs.Length];
        Each(pairs.Length, (k, kept, other) => pairs[k] = Best(band.Pixels[k], region, kept, other, out strange[k]), cancel);
        // Strands and slits thinner than the band have nothing sure in their middle: what is least like the side that is seen stands for them.
        Each(pairs.Length, (k, kept, other) =>
        {
            if (strange[k] >= 0) pairs[k] = Thin(band.Pixels[k], region, kept, other, strange);
        }, cancel);
        return pairs;
    }

    private delegate void PixelWork(int k, Span<Sample> kept, Span<Sample> other);

    private static void Each(int count, PixelWork work, CancellationToken cancel)
    {
        const int block = 256;
        Parallel.For(0, (count + block - 1) / block, new ParallelOptions { CancellationToken = cancel }, b =>
        {
            Span<Sample> kept = stackalloc Sample[Rays * MostOnRay];
            Span<Sample> other = stackalloc Sample[Rays * MostOnRay];
            for (var k = b * block; k < Math.Min(count, (b + 1) * block); k++) work(k, kept, other);
        });
    }

    private readonly record struct Sample(Vector3 Colour, float Distance);

    private ColourPair Best(int pixel, Region region, Span<Sample> kept, Span<Sample> other, out float strange)
    {
        var (keptCount, otherCount) = Gather(pixel, region, kept, other, 1);
        var colour = Colour(pixel);
        strange = -1;
        if (keptCount > 0 && otherCount > 0) return Pick(colour, mask[pixel], kept[..keptCount], other[..otherCount]);
        // One side alone must explain the pixel: more of it is looked at.
        (keptCount, otherCount) = Gather(pixel, region, kept, other, MostOnRay);
        if (keptCount + otherCount > 0) strange = Shaded(colour, keptCount > 0 ? kept[..keptCount] : other[..otherCount], Scale(colour)).Cost;
        return new ColourPair(keptCount > 0 ? kept[0].Colour : colour, otherCount > 0 ? other[0].Colour : colour, mask[pixel], 0);
    }

    /// <summary>Meets along rays the first sure pixels of each side.</summary>
    private (int Kept, int Other) Gather(int pixel, Region region, Span<Sample> kept, Span<Sample> other, int most)
    {
        int x = pixel % light.Width, y = pixel / light.Width;
        // Neighbours look along different rays; tied to the photo's own grid, so that tiles agree.
        var turn = (region.X + x) % 2 + 2 * ((region.Y + y) % 2);
        int keptCount = 0, otherCount = 0;
        for (var ray = 0; ray < Rays; ray++)
        {
            var (dx, dy) = Directions[4 * ray + turn];
            int needKept = most, needOther = most;
            for (double t = 1; t <= farthest && (needKept > 0 || needOther > 0); t += Math.Max(1, t / 6))
            {
                int u = (int)Math.Round(x + dx * t), v = (int)Math.Round(y + dy * t);
                if (u < 0 || v < 0 || u >= light.Width || v >= light.Height) break;
                var at = v * light.Width + u;
                if (band.Positions[at] >= 0) continue;
                if (band.Inside[at])
                {
                    if (needKept-- > 0) kept[keptCount++] = new Sample(Mean(at), (float)t);
                }
                else
                {
                    if (needOther-- > 0) other[otherCount++] = new Sample(Mean(at), (float)t);
                }
            }
        }
        return (keptCount, otherCount);
    }

    /// <summary>A pixel that sees one side only: along each ray the pixel that is least like that side is taken for the other.</summary>
    private ColourPair Thin(int pixel, Region region, Span<Sample> kept, Span<Sample> other, float[] strange)
    {
        var (keptCount, otherCount) = Gather(pixel, region, kept, other, MostOnRay);
        var found = keptCount == 0 ? kept : other;
        var count = 0;
        int x = pixel % light.Width, y = pixel / light.Width;
        var turn = (region.X + x) % 2 + 2 * ((region.Y + y) % 2);
        Span<int> places = stackalloc int[Rays + 1];
        Span<float> ways = stackalloc float[Rays + 1];
        places[0] = pixel;
        ways[0] = 1;
        for (var ray = 0; ray < Rays; ray++)
        {
            var (dx, dy) = Directions[4 * ray + turn];
            places[ray + 1] = pixel;
            for (var t = 1; t <= ThinReach; t++)
            {
                int u = (int)Math.Round(x + dx * t), v = (int)Math.Round(y + dy * t);
                if (u < 0 || v < 0 || u >= light.Width || v >= light.Height) break;
                var position = band.Positions[v * light.Width + u];
                if (position >= 0 && strange[position] > strange[band.Positions[places[ray + 1]]]) (places[ray + 1], ways[ray + 1]) = (v * light.Width + u, t);
            }
        }
        var most = 0f;
        foreach (var place in places) most = MathF.Max(most, strange[band.Positions[place]]);
        // The shades of one side differ among themselves: the other side differs more.
        for (var k = 0; k <= Rays; k++)
        {
            if ((k > 0 && places[k] == pixel) || strange[band.Positions[places[k]]] < MathF.Max(Strange, most / 2)) continue;
            found[count++] = new Sample(Colour(places[k]), ways[k]);
        }
        var colour = Colour(pixel);
        // Nothing here differs from what is seen: the rough mask is all that is known.
        if (count == 0) return new ColourPair(keptCount > 0 ? kept[0].Colour : colour, otherCount > 0 ? other[0].Colour : colour, mask[pixel], 0);
        // What was painted along a strand, or left out along a slit, is meant to be too wide: there the rough mask says little.
        var prior = keptCount == 0 ? MathF.Min(mask[pixel], 0.5f) : MathF.Max(mask[pixel], 0.5f);
        if (keptCount == 0) keptCount = count;
        else otherCount = count;
        return Pick(colour, prior, kept[..keptCount], other[..otherCount]);
    }

    // Dark colours differ less in light than to the eye.
    private static float Scale(Vector3 colour) => 1 / (0.02f + 0.25f * (colour.X + colour.Y + colour.Z) / 3);

    private static ColourPair Pick(Vector3 colour, float prior, ReadOnlySpan<Sample> kept, ReadOnlySpan<Sample> other)
    {
        var scale = Scale(colour);
        var (keptAlone, keptMost) = Shaded(colour, kept, scale);
        var (otherAlone, otherMost) = Shaded(colour, other, scale);
        keptAlone += Doubt * (1 - prior);
        otherAlone += Doubt * prior;
        var best = Mixed(colour, prior, kept, other, scale, out var mixed);
        var alone = MathF.Min(keptAlone, otherAlone);
        if (mixed < alone) return best;
        var apart = MathF.Abs(keptAlone - otherAlone);
        var trust = apart / (apart + 0.1f);
        return keptAlone < otherAlone ? new ColourPair(colour, otherMost, 1, trust) : new ColourPair(keptMost, colour, 0, trust);
    }

    /// <summary>How well one side alone explains a colour, light and shade apart; and its nearest sample.</summary>
    private static (float Cost, Vector3 Nearest) Shaded(Vector3 colour, ReadOnlySpan<Sample> samples, float scale)
    {
        var least = float.MaxValue;
        var nearest = samples[0];
        foreach (var sample in samples)
        {
            if (sample.Distance < nearest.Distance) nearest = sample;
            var shade = Math.Clamp(Vector3.Dot(colour, sample.Colour) / MathF.Max(1e-6f, sample.Colour.LengthSquared()), 0.25f, 3);
            var cost = (colour - shade * sample.Colour).Length() * scale + 0.06f * MathF.Abs(MathF.Log(shade));
            least = MathF.Min(least, cost);
        }
        return (least, nearest.Colour);
    }

    private static ColourPair Mixed(Vector3 colour, float prior, ReadOnlySpan<Sample> kept, ReadOnlySpan<Sample> other, float scale, out float least)
    {
        float nearKept = float.MaxValue, nearOther = float.MaxValue;
        foreach (var f in kept) nearKept = MathF.Min(nearKept, f.Distance);
        foreach (var b in other) nearOther = MathF.Min(nearOther, b.Distance);
        var best = new ColourPair(colour, colour, prior, 0);
        least = float.MaxValue;
        foreach (var f in kept)
        {
            foreach (var b in other)
            {
                var way = f.Colour - b.Colour;
                var length2 = way.LengthSquared();
                if (length2 < 1e-9f) continue;
                var alpha = Math.Clamp(Vector3.Dot(colour - b.Colour, way) / length2, 0, 1);
                var residual = (colour - b.Colour - alpha * way).Length() * scale;
                var cost = residual + 0.02f * (f.Distance / nearKept + b.Distance / nearOther) + Doubt * MathF.Abs(alpha - prior) + Half * alpha * (1 - alpha);
                if (cost >= least) continue;
                least = cost;
                var apart = MathF.Sqrt(length2) * scale;
                var trust = apart / (apart + 0.12f) * MathF.Exp(-residual * residual / (2 * 0.12f * 0.12f));
                best = new ColourPair(f.Colour, b.Colour, alpha, trust);
            }
        }
        return best;
    }

    /// <summary>The colour about a sure pixel: of it and those of its four neighbours that are sure too, so that grain counts less.</summary>
    private Vector3 Mean(int at)
    {
        var sum = Colour(at);
        var count = 1;
        Add(at - 1);
        Add(at + 1);
        Add(at - light.Width);
        Add(at + light.Width);
        return sum / count;

        void Add(int near)
        {
            if ((uint)near >= (uint)band.Positions.Length || band.Positions[near] >= 0 || band.Inside[near] != band.Inside[at]) return;
            sum += Colour(near);
            count++;
        }
    }

    private Vector3 Colour(int at) => new(light.Red[at], light.Green[at], light.Blue[at]);
}
