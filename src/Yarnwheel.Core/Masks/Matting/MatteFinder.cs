using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Finds alpha by local colour models of both sides, learnt from a rough mask and learnt again from the alpha found.</summary>
/// <remarks>Near the rough contour every pixel gets the posterior's mean over alpha (<see cref="AlphaPosterior"/>). Expectation and maximisation in turn
/// (Dempster, Laird, Rubin 1977), <see cref="Rounds"/> times or longer while strands go on.</remarks>
internal static class MatteFinder
{
    /// <summary>For the most part; a mask that hardly changes any more is done sooner.</summary>
    private const int Rounds = 6;

    /// <summary>Of a matte that a hand waits for.</summary>
    private const int HurriedRounds = 3;

    /// <summary>At most, as long as strands are found to go on, so that the band becomes larger by such a share of it, or pixels change by so much on average.</summary>
    private const int MostRounds = 24;
    private const float Opening = 0.01f;
    private const float Moving = 0.01f;

    /// <summary>Squared distance of the models at which a pixel is half believed while they are still being learnt: what parts them is only found on the way.</summary>
    private const float Doubt = 0.1f;
    private const int Steps = 8;

    /// <summary>Mean change of a round below which nothing more is learnt.</summary>
    private const float Still = 0.004f;

    /// <summary>A pixel nearer than this to nothing or all that hardly changes is settled.</summary>
    private const float Stays = 0.004f;

    /// <summary>Share of the first witnesses that is kept in the first two rounds; later a tenth of it.</summary>
    private const float Kept = 0.05f;

    /// <summary>What spread alone adds to how mixed pure colours look, at a distance of one deviation.</summary>
    private const float Spread = 1.5f;

    // A thing has fewer colours than what lies behind it: they are taken from farther off.
    private static readonly double[] ForegroundReach = [7, 20, 60];
    private static readonly double[] BackgroundReach = [2.5, 6, 15, 40];

    /// <param name="whole">The photo.</param>
    /// <param name="mask">The rough mask, 0 … 1, of the same size.</param>
    /// <param name="radius">How far from the rough contour pixels may change, pixels.</param>
    /// <param name="isHurried">Whether a hand waits for it: fewer rounds, so that strands go on less far.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static MatteFound Of(MattePicture whole, float[] mask, double radius, bool isHurried, CancellationToken cancel)
    {
        var (rounds, most) = isHurried ? (HurriedRounds, HurriedRounds) : (Rounds, MostRounds);
        var all = new Plane<float>(whole.Whole, mask);
        // Colours are those of the whole picture; all else is done about the band alone.
        var ((inside, outside), shares) = Both(() => ColourBins.Sides(whole, mask), () => MatteBand.Shares(all, radius, cancel));
        var picture = whole.About(shares.Region);
        var region = picture.Light.Region;
        var (wide, rough) = (new Plane<float>(region), all.Cut(region).Values);
        wide.Paste(shares);
        var share = wide.Values;
        int width = region.Width, height = region.Height;
        var (light, bins) = Both(() => CellLight.Of(picture.Light, picture.Cell), () => ColourBins.Of(picture.Light));
        var (first, expected) = Both(() => MatteWitnesses.First(picture, light, rough, radius, cancel), () => SmallBlur.Of(rough, width, height, 1.3));
        var free = MattePlateaus.Free(rough, bins, width, height, cancel);
        if (free is not null) Hold(share, free);
        var atFirst = (float[])share.Clone();
        var band = Band(share);
        var (alpha, deviation, planes) = ((float[])rough.Clone(), new float[rough.Length], new MattePlanes(rough));
        var (weightIn, weightOut) = (first.Inside, first.Outside);
        // How mixed each pixel's colour looks; by the alpha found it would become sharper from round to round.
        var ownMixed = Array.ConvertAll(rough, m => ColourPlace.Mixed(m, 0, 0));
        var mixed = ownMixed;
        LocalMoments? foreground = null, background = null;
        FalseAlarms? alarms = null;
        var active = band;
        bool isLast = false, grows = false;
        for (var round = 0; ; round++)
        {
            var before = (float[])alpha.Clone();
            (foreground, background) = Both(() => LocalMoments.Of(light, weightIn, ForegroundReach, cancel, foreground), () => LocalMoments.Of(light, weightOut, BackgroundReach, cancel, background));
            (var near, mixed) = Both(() => SmallBlur.Of(alpha, width, height, 1.2), () => SmallBlur.Of(ownMixed, width, height, 1.5));
            var models = new MatteModels(picture, bins, foreground, background, inside, outside);
            MatteBlocks.Each(active.Length, (block, from, count) =>
            {
                var (row, start) = (0, -width);
                for (var k = 0; k < count; k++)
                {
                    var at = active[from + k];
                    // In order: most lie in the row of the one before.
                    if (at >= start + width) (row, start) = (at / width, at / width * width);
                    models.Put(block, k, at - start, row);
                    block.Prior[k] = MatteSolver.Prior(near[at], expected[at]);
                    block.Mixed[k] = mixed[at];
                }
                AlphaPosterior.Of(block, count, Steps, picture.Noise);
                for (var k = 0; k < count; k++)
                {
                    var at = active[from + k];
                    var learnt = block.Apart[k] / (block.Apart[k] + Doubt) * share[at];
                    alpha[at] = rough[at] + learnt * (block.Mean[k] - rough[at]);
                    deviation[at] = block.Deviation[k] * MathF.Sqrt(learnt);
                    planes.Take(block, k, at);
                    ownMixed[at] = ColourPlace.Mixed(Math.Clamp(block.Place[k], 0, 1), block.Apart[k], Spread);
                }
            }, cancel);
            var change = band.Length == 0 ? 0 : Change(band, alpha, before) / band.Length;
            if (isLast || (!grows && change < Still)) break;
            var kept = round < 2 ? Kept : Kept / 10;
            // What goes on at first shows what strands look like; only then it is asked what else looks so.
            if (round == 1) alarms = FalseAlarms.Of(models, rough, atFirst, Steps, cancel);
            ((weightIn, weightOut), var grown) = Both(() => first.Again(picture, alpha, deviation, kept), () => round < most - 2 ? MatteBand.Grown(alpha, planes.Apart, alarms, rough, region, radius, cancel) : null);
            if (grown is not null && free is not null) Hold(grown, free);
            var opened = grown is null ? null : Opened(share, grown);
            var known = band.Length;
            if (opened is not null) band = Band(share);
            grows = band.Length - known > Opening * known;
            isLast = round + 2 >= (grows || change > Moving ? most : rounds);
            var isEarly = round < 1 || (opened is not null && round < rounds - 2);
            // What is settled on one side, and stays so, is not looked at again before the last round.
            active = isLast || isEarly ? band : Array.FindAll(band, i => Math.Abs(alpha[i] - before[i]) > Stays || alpha[i] is > Stays and < 1 - Stays || opened?[i] == true);
        }
        return new MatteFound(picture, bins, rough, expected, mixed, planes, share, atFirst, band, alarms, foreground!, background!, inside, outside);
    }

    /// <summary>Two pieces of work that don't depend on each other, at the same time.</summary>
    private static (TOne, TOther) Both<TOne, TOther>(Func<TOne> one, Func<TOther> other)
    {
        var (first, second) = (default(TOne), default(TOther));
        Rows.AtOnce(() => first = one(), () => second = other());
        return (first!, second!);
    }

    /// <summary>The pixels that may change.</summary>
    private static int[] Band(float[] share)
    {
        var band = new List<int>(share.Length / 2);
        for (var i = 0; i < share.Length; i++) if (share[i] > 0) band.Add(i);
        return [.. band];
    }

    private static void Hold(float[] share, float[] free)
    {
        for (var i = 0; i < share.Length; i++) share[i] *= free[i];
    }

    /// <summary>Opens what was found to go on: the pixels that may change more than before.</summary>
    private static bool[] Opened(float[] share, float[] grown)
    {
        var opened = new bool[share.Length];
        for (var i = 0; i < opened.Length; i++)
        {
            if (grown[i] <= share[i]) continue;
            share[i] = grown[i];
            opened[i] = true;
        }
        return opened;
    }

    private static float Change(int[] band, float[] alpha, float[] before)
    {
        var sum = 0.0;
        foreach (var i in band) sum += Math.Abs(alpha[i] - before[i]);
        return (float)sum;
    }
}
