using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Which pixels may speak for a side beside wide soft edges, out of focus or moved: there the pixels near the contour are mixed, and a model
/// learnt from them calls whole what is half.</summary>
/// <remarks>Colours are placed between what lies deep on either side (<see cref="ColourPlace"/>), and averaged along the contour (<see cref="EdgeProfiles"/>);
/// where an edge is found to be wide, those speak loudest that lie where colours are pure, however far that is.</remarks>
internal static class SoftEdges
{
    /// <summary>Radii from the contour between which pixels begin to speak for what lies deep.</summary>
    private const double Silent = 0.6;
    private const double Loud = 1.2;

    /// <summary>The least radius, pixels, within which a wide edge could be seen.</summary>
    private const double Least = 4;

    /// <summary>Where nothing purer is near those speak that are least mixed: powers of ten from the loudest to the softest, and what mixing those are for.</summary>
    private const float Powers = 6;
    private const float Softest = 1e-6f;
    private const float Pure = 0.03f;
    private const float Range = 0.3f;

    private static readonly double[] Reach = [6, 12, 30];

    /// <summary>The factor of each pixel as a witness of what is inside, and of what is outside, 10⁻⁶ … 1; null where no edge is soft.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="light">Its light by cells.</param>
    /// <param name="rough">The mask, 0 … 1, of each pixel.</param>
    /// <param name="inside">How strongly each pixel speaks for what is inside by itself.</param>
    /// <param name="outside">The same for what is outside.</param>
    /// <param name="radius">How far the mask may be wrong, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static (float[] Inside, float[] Outside)? Of(MattePicture picture, CellLight light, float[] rough, float[] inside, float[] outside, double radius, CancellationToken cancel)
    {
        if (radius < Least) return null;
        int width = picture.Light.Width, height = picture.Light.Height;
        var marks = Marks.Above(rough, 0.5f);
        var contour = DistanceTransform.Of(Contours.Of(marks, new Region(0, 0, width, height)), width, height, Loud * radius + 1, cancel);
        var distances = new float[rough.Length];
        Rows.Each(height, y => contour.Row(y, distances.AsSpan(y * width, width)), cancel);
        var foreground = Deep(light, inside, distances, radius, cancel);
        var background = Deep(light, outside, distances, radius, cancel);
        var band = Near(distances, radius);
        var (place, apart) = Places(picture, band, foreground, background, cancel);

        // The contour runs between the pixels beside it.
        float Signed(int at) => marks[at] ? -distances[at] - 0.5f : distances[at] + 0.5f;
        var profiles = new EdgeProfiles(width, height, radius);
        for (var k = 0; k < band.Length; k++) profiles.Add(profiles.Cell(band[k] % width, band[k] / width), Signed(band[k]), place[k], apart[k]);
        var soft = profiles.Softness();
        if (!soft.AsSpan().ContainsAnyExcept(0)) return null;

        var (speakIn, speakOut) = (new float[rough.Length], new float[rough.Length]);
        Array.Fill(speakIn, 1);
        Array.Fill(speakOut, 1);
        foreach (var at in band)
        {
            var cell = profiles.Cell(at % width, at / width);
            if (soft[cell] <= 0) continue;
            var mean = profiles.Place(cell, Signed(at));
            speakIn[at] = Loudness(soft[cell], 1 - mean);
            speakOut[at] = Loudness(soft[cell], mean);
        }
        return (speakIn, speakOut);
    }

    private static float Loudness(float soft, float mixed) => MathF.Pow(10, -Powers * soft * Math.Clamp((mixed - Pure) / Range, 0, 1));

    private static int[] Near(float[] distances, double radius)
    {
        var near = new List<int>(distances.Length / 4);
        for (var i = 0; i < distances.Length; i++) if (distances[i] < radius) near.Add(i);
        return [.. near];
    }

    /// <summary>The colours of what lies deep; where nothing does, of what lies deepest.</summary>
    private static LocalMoments Deep(CellLight light, float[] weight, float[] distances, double radius, CancellationToken cancel)
    {
        const int Block = 1 << 14;
        var deep = new float[weight.Length];
        Parallel.For(0, (deep.Length + Block - 1) / Block, new ParallelOptions { CancellationToken = cancel }, block =>
        {
            for (var i = block * Block; i < Math.Min(deep.Length, (block + 1) * Block); i++)
            {
                var t = Math.Clamp((distances[i] / radius - Silent) / (Loud - Silent), 0, 1);
                deep[i] = t >= 1 ? weight[i] : t <= 0 ? weight[i] * Softest : weight[i] * (float)Math.Pow(10, Powers * (t - 1));
            }
        });
        return LocalMoments.Of(light, deep, Reach, cancel);
    }

    private static (float[] Place, float[] Apart) Places(MattePicture picture, int[] band, LocalMoments foreground, LocalMoments background, CancellationToken cancel)
    {
        var (place, apart) = (new float[band.Length], new float[band.Length]);
        MatteBlocks.Each(band.Length, (block, from, count) =>
        {
            var (light, width) = (picture.Light, picture.Light.Width);
            for (var k = 0; k < count; k++)
            {
                var at = band[from + k];
                block.Take(k, light, at);
                var between = foreground.At(at % width + 0.5f, at / width + 0.5f);
                foreground.Put(between, block.Foreground, k);
                background.Put(between, block.Background, k);
            }
            ColourPlace.Of(block, count, picture.Noise);
            block.Place[..count].CopyTo(place.AsSpan(from));
            block.Apart[..count].CopyTo(apart.AsSpan(from));
        }, cancel);
        return (place, apart);
    }
}
