using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Refines a rough mask by what the photo shows: local colour models of both sides, learnt from the mask and learnt again from the alpha found.</summary>
/// <remarks>Near the rough contour every pixel gets the posterior's mean over alpha (<see cref="AlphaPosterior"/>); where both models overlap the rough mask
/// stays. Expectation and maximisation in turn (Dempster, Laird, Rubin 1977), <see cref="Rounds"/> times, then the guards (<see cref="MatteGuards"/>).</remarks>
internal static class MatteSolver
{
    /// <summary>At most; a mask that hardly changes any more is done sooner.</summary>
    private const int Rounds = 9;

    /// <summary>Squared distance of the models at which a pixel is half believed while they are still being learnt: what parts them is only found on the way.</summary>
    private const float Doubt = 0.1f;
    private const int Steps = 8;

    /// <summary>Mean change of a round below which nothing more is learnt.</summary>
    private const float Still = 0.004f;

    /// <summary>Share of the first witnesses that is kept in later rounds.</summary>
    private const float Kept = 0.05f;

    /// <summary>Pieces of the rough mask about this size, pixels, are half as good witnesses of the subject's colour as large ones.</summary>
    private const float Scrap = 150;

    /// <summary>Squared distance of the two models at which a pixel is half trusted.</summary>
    public const float Told = 4;

    private static readonly double[] ForegroundReach = [3, 6, 12, 30];
    private static readonly double[] BackgroundReach = [2, 5, 12, 30];

    /// <param name="whole">The photo.</param>
    /// <param name="mask">The rough mask, 0 … 1, of the same size.</param>
    /// <param name="radius">How far from the rough contour pixels may change, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static MatteSolution Solve(MattePicture whole, float[] mask, double radius, CancellationToken cancel)
    {
        int width = whole.Light.Width, height = whole.Light.Height;
        // Densities are those of the whole picture; all else is done about the band alone.
        var seen = Witnesses.First(whole, mask);
        var (inside, outside) = (whole.Densities(seen.Inside), whole.Densities(seen.Outside));
        var shares = new Plane<float>(whole.Whole, MatteBand.Shares(mask, width, height, radius, cancel));
        var picture = whole.About(MatteBand.Bounds(shares));
        var region = picture.Light.Region;
        var (share, rough) = (shares.Cut(region).Values, new Plane<float>(whole.Whole, mask).Cut(region).Values);
        (width, height) = (region.Width, region.Height);
        var band = Enumerable.Range(0, share.Length).Where(i => share[i] > 0).ToArray();
        var first = Witnesses.First(picture, rough);
        var roughBlurred = SmallBlur.Of(rough, width, height, 2);
        var (alpha, sure, deviation, apart) = ((float[])rough.Clone(), (float[])rough.Clone(), new float[rough.Length], new float[rough.Length]);
        var (weightIn, weightOut) = (first.Inside, first.Outside);
        LocalMoments foreground = null!, background = null!;
        var isLast = false;
        for (var round = 0; !isLast; round++)
        {
            var before = (float[])alpha.Clone();
            foreground = Moments(picture, weightIn, ForegroundReach, cancel);
            background = Moments(picture, weightOut, BackgroundReach, cancel);
            var (near, mixed) = (SmallBlur.Of(alpha, width, height, 1.2), Mixedness(alpha, width, height));
            MatteBlocks.Each(band.Length, (block, from, count) =>
            {
                for (var k = 0; k < count; k++)
                {
                    var at = band[from + k];
                    float u = (at % width + 0.5f) / picture.Cell, v = (at / width + 0.5f) / picture.Cell;
                    Fill(block, k, picture.Light, at, inside, outside);
                    foreground.At(u, v, block.Foreground, k);
                    background.At(u, v, block.Background, k);
                    block.Prior[k] = Prior(rough[at], near[at], roughBlurred[at]);
                    block.MixedPrior[k] = 0.5f * mixed[at];
                }
                AlphaPosterior.Of(block, count, Steps, picture.Noise);
                for (var k = 0; k < count; k++)
                {
                    var at = band[from + k];
                    var learnt = block.Apart[k] / (block.Apart[k] + Doubt) * share[at];
                    alpha[at] = rough[at] + learnt * (block.Mean[k] - rough[at]);
                    sure[at] = rough[at] + Trust(block.Apart[k]) * share[at] * (block.Mean[k] - rough[at]);
                    deviation[at] = block.Deviation[k] * MathF.Sqrt(learnt);
                    apart[at] = block.Apart[k];
                }
            }, cancel);
            var change = band.Length == 0 ? 0 : band.Sum(i => Math.Abs(alpha[i] - before[i])) / band.Length;
            isLast = round + 1 == Rounds || change < Still;
            if (!isLast) (weightIn, weightOut) = Witnesses.Again(picture, first, alpha, deviation, round < 2 ? Kept : Kept / 10);
        }
        var bounds = MatteGuards.Lay(sure, rough, apart, width, height, cancel);
        return new MatteSolution(picture, sure, rough, share, MatteBand.Open(sure, rough, share, width, height), bounds, foreground, background, inside, outside);
    }

    /// <summary>What of a pixel depends on its own colour.</summary>
    public static void Fill(MatteBlock block, int k, LightPlanes light, int at, float[] inside, float[] outside)
    {
        (block.Red[k], block.Green[k], block.Blue[k]) = (light.Red[at], light.Green[at], light.Blue[at]);
        var bin = MattePicture.Bin(light.Red[at], light.Green[at], light.Blue[at]);
        block.SeenInside[k] = inside[bin];
        block.SeenOutside[k] = outside[bin];
    }

    /// <summary>How likely a pixel is inside, by the rough mask and by what its neighbours were found to be.</summary>
    public static float Prior(float rough, float near, float roughBlurred) => Math.Clamp(0.4f * rough + 0.6f * (0.75f * near + 0.25f * roughBlurred), 0.01f, 0.99f);

    /// <summary>How far the matte counts against the rough mask, by how far both models lie apart.</summary>
    public static float Trust(float apart) => apart * apart / (apart * apart + Told * Told);

    /// <summary>How mixed the neighbours of each pixel are, 0 … 1.</summary>
    private static float[] Mixedness(float[] alpha, int width, int height)
    {
        var mixed = new float[alpha.Length];
        for (var i = 0; i < mixed.Length; i++) mixed[i] = 4 * alpha[i] * (1 - alpha[i]);
        return SmallBlur.Of(mixed, width, height, 1.5);
    }

    private static LocalMoments Moments(MattePicture picture, float[] weight, double[] reach, CancellationToken cancel) =>
        LocalMoments.Of(picture.Colours, weight, picture.CellsAcross, picture.CellsDown, [.. reach.Select(r => r / picture.Cell)], cancel);

    /// <summary>Cells that speak for either side, and how strongly; those of the first look are kept.</summary>
    private sealed record Witnesses(float[] Inside, float[] Outside, float[] Size)
    {
        /// <summary>What the rough mask is sure of. What lies deep decides; strands speak only where nothing deeper is near.</summary>
        public static Witnesses First(MattePicture picture, float[] rough)
        {
            int width = picture.CellsAcross, height = picture.CellsDown;
            var mask = picture.Cells(rough);
            var rest = Inverse(mask);
            var size = Sizes(picture, rough);
            float[] pureIn = Pure(picture, mask), pureOut = Pure(picture, rest), deepIn = Least(mask, width, height, 1), deepOut = Least(rest, width, height, picture.Cell == 1 ? 2 : 1);
            var (inside, outside) = (new float[mask.Length], new float[mask.Length]);
            for (var i = 0; i < mask.Length; i++)
            {
                float m = mask[i], r = rest[i], d = deepOut[i] * deepOut[i];
                inside[i] = m * m * (0.05f + 0.95f * deepIn[i] * deepIn[i]) * size[i] * pureIn[i];
                outside[i] = r * r * (0.02f + 0.98f * d * d) * pureOut[i];
            }
            return new Witnesses(inside, outside, size);
        }

        /// <summary>What is sure and pure by the alpha found.</summary>
        public static (float[] Inside, float[] Outside) Again(MattePicture picture, Witnesses first, float[] alpha, float[] deviation, float kept)
        {
            float[] found = picture.Cells(alpha), unsure = picture.Cells(deviation), rest = Inverse(found);
            float[] pureIn = Pure(picture, found), pureOut = Pure(picture, rest);
            var (inside, outside) = (new float[found.Length], new float[found.Length]);
            for (var i = 0; i < found.Length; i++)
            {
                float sureIn = Math.Clamp(found[i] - unsure[i], 0, 1), sureOut = Math.Clamp(rest[i] - unsure[i], 0, 1);
                inside[i] = kept * first.Inside[i] * found[i] * found[i] * found[i] * found[i] + (1 - kept) * sureIn * sureIn * sureIn * sureIn * first.Size[i] * pureIn[i];
                outside[i] = kept * first.Outside[i] * rest[i] * rest[i] + (1 - kept) * sureOut * sureOut * sureOut * sureOut * pureOut[i];
            }
            return (inside, outside);
        }

        private static float[] Inverse(float[] mask)
        {
            var rest = new float[mask.Length];
            for (var i = 0; i < rest.Length; i++) rest[i] = 1 - mask[i];
            return rest;
        }

        /// <summary>How pure a cell's surroundings are.</summary>
        private static float[] Pure(MattePicture picture, float[] mask)
        {
            float[] near = SmallBlur.Of(mask, picture.CellsAcross, picture.CellsDown, 2.0 / picture.Cell), far = SmallBlur.Of(mask, picture.CellsAcross, picture.CellsDown, 4.0 / picture.Cell);
            for (var i = 0; i < near.Length; i++) near[i] = 0.001f + 0.999f * near[i] * near[i] * far[i] * far[i];
            return near;
        }

        /// <summary>The least value within a square.</summary>
        private static float[] Least(float[] plane, int width, int height, int radius)
        {
            var across = new float[plane.Length];
            var result = new float[plane.Length];
            Rows.Each(height, y =>
            {
                for (var x = 0; x < width; x++)
                {
                    var least = plane[y * width + x];
                    for (var u = Math.Max(0, x - radius); u <= Math.Min(width - 1, x + radius); u++) least = MathF.Min(least, plane[y * width + u]);
                    across[y * width + x] = least;
                }
            });
            Rows.Each(height, y =>
            {
                for (var x = 0; x < width; x++)
                {
                    var least = across[y * width + x];
                    for (var v = Math.Max(0, y - radius); v <= Math.Min(height - 1, y + radius); v++) least = MathF.Min(least, across[v * width + x]);
                    result[y * width + x] = least;
                }
            });
            return result;
        }

        /// <summary>How good a witness the piece of the rough mask is that a cell belongs to, by its size.</summary>
        private static float[] Sizes(MattePicture picture, float[] rough)
        {
            int width = picture.Light.Width;
            var pieces = Components.Of((x, y) => rough[y * width + x] > 0.4f, width, picture.Light.Height);
            var areas = new float[pieces.Count];
            foreach (var run in pieces.Runs)
                for (var x = run.Begin; x < run.End; x++) areas[run.Label] += rough[run.Y * width + x];
            var sizes = new float[picture.CellsAcross * picture.CellsDown];
            foreach (var run in pieces.Runs)
            {
                var size = areas[run.Label] / (areas[run.Label] + Scrap);
                // A rim of one pixel goes along.
                for (var v = Math.Max(0, run.Y - 1) / picture.Cell; v <= Math.Min(picture.Light.Height - 1, run.Y + 1) / picture.Cell; v++)
                {
                    for (var u = Math.Max(0, run.Begin - 1) / picture.Cell; u <= Math.Min(width - 1, run.End) / picture.Cell; u++)
                    {
                        ref var own = ref sizes[v * picture.CellsAcross + u];
                        own = MathF.Max(own, size);
                    }
                }
            }
            return sizes;
        }
    }
}
