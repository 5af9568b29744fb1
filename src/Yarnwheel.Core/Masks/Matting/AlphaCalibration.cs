using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;
using Yarnwheel.Core.Masks.Learnt;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>How far an alpha found is to be believed, and what is to be made of it: by a rule, and of each pixel by how much more or less was learnt.</summary>
/// <remarks>The rule believes where both models lie apart, and a change that is larger than its own doubt. A small network (<see cref="LearntNetworks.Mattes"/>) sees what lies about (<see cref="MatteFigures"/>) and says
/// a factor for the odds of that belief, and slope and shift of alpha's own log odds (as in J. Platt, "Probabilistic outputs for support vector machines", 1999), each within bounds: what it never saw does no great harm.</remarks>
internal sealed class AlphaCalibration
{
    /// <summary>The most that is said of the factor, the slope and the shift; logarithms. No slope below 1 is taken: it would make pure pixels mixed.</summary>
    public const float MostBelief = 4;
    public const float MostSlope = 0.6f;
    public const float MostShift = 1.5f;

    /// <summary>Doubt of a change: a share of the deviation of what was found, and a constant.</summary>
    private const float Hesitant = 0.3f;
    private const float Slight = 0.02f;

    private AlphaCalibration(int pixels) => (Belief, Slope, Shift) = (new float[pixels], new float[pixels], new float[pixels]);

    /// <summary>Of each pixel, what <see cref="MatteBlock.Belief"/> and the rows after it hold.</summary>
    public float[] Belief { get; }

    public float[] Slope { get; }

    public float[] Shift { get; }

    public long Bytes => 12L * Belief.Length;

    /// <summary>What was learnt of what was found.</summary>
    /// <param name="found">Of all pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static AlphaCalibration Of(MatteFound found, CancellationToken cancel)
    {
        var calibration = new AlphaCalibration(found.Rough.Length);
        var (network, figures, band) = (LearntNetworks.Mattes, MatteFigures.Of(found, cancel), found.Band);
        Rows.Each((band.Length + MatteFigures.AtOnce - 1) / MatteFigures.AtOnce, MatteFigures.AtOnce * (network.Inputs + network.Outputs), (block, scratch) =>
        {
            var own = band.AsSpan(block * MatteFigures.AtOnce, Math.Min(MatteFigures.AtOnce, band.Length - block * MatteFigures.AtOnce));
            Span<float> rows = scratch.AsSpan(0, own.Length * network.Inputs), said = scratch.AsSpan(MatteFigures.AtOnce * network.Inputs);
            figures.Put(own, rows);
            network.Of(rows, said);
            for (var k = 0; k < own.Length; k++)
            {
                var at = own[k];
                var belief = Bounded(said[3 * k], MostBelief);
                // Where the ground looks like the subject, more than the rule believes is believed of nothing.
                if (belief > 0 && found.Alarms is { } alarms) belief *= MatteSolver.Trust(found.Planes.Apart[at], alarms.DoubtAt(at % found.Width, at / found.Width));
                (calibration.Belief[at], calibration.Slope[at], calibration.Shift[at]) = (belief, Bounded(MathF.Max(0, said[3 * k + 1]), MostSlope), Bounded(said[3 * k + 2], MostShift));
            }
        }, cancel);
        return calibration;
    }

    /// <summary>The refined mask.</summary>
    /// <param name="found">Of which this was learnt.</param>
    /// <param name="cancel">Ends the work early.</param>
    public float[] Alpha(MatteFound found, CancellationToken cancel)
    {
        var alpha = (float[])found.Rough.Clone();
        MatteBlocks.Each(found.Band.Length, (block, from, count) =>
        {
            for (var k = 0; k < count; k++)
            {
                var at = found.Band[from + k];
                (block.Rough[k], block.Share[k]) = (found.Rough[at], found.Share[at]);
                (block.Mean[k], block.Deviation[k], block.Apart[k]) = (found.Planes.Mean[at], found.Planes.Deviation[at], found.Planes.Apart[at]);
                (block.Belief[k], block.Slope[k], block.Shift[k]) = (Belief[at], Slope[at], Shift[at]);
            }
            Refine(block, count);
            for (var k = 0; k < count; k++) alpha[found.Band[from + k]] = block.Mean[k];
        }, cancel);
        return alpha;
    }

    /// <summary>Puts what was learnt of a place between pixels into a block.</summary>
    /// <param name="block">Of pixels.</param>
    /// <param name="k">Which of them.</param>
    /// <param name="place">Between which pixels it lies.</param>
    public void Put(MatteBlock block, int k, CellPlace place)
    {
        block.Belief[k] = place.Of(Belief);
        block.Slope[k] = place.Of(Slope);
        block.Shift[k] = place.Of(Shift);
    }

    /// <summary>Makes of each pixel's mean what is to be made of it, and moves the rough mask's value towards that as far as it is believed; <see cref="MatteBlock.Mean"/> becomes the refined mask, 0 … 1.</summary>
    /// <param name="block">Its rough values, shares, means, deviations, distances and what was learnt are read.</param>
    /// <param name="count">How many pixels.</param>
    public static void Refine(MatteBlock block, int count) => LaneLoop.Over(new RefineKernel(block), count);

    /// <summary>How far a change is believed by the rule alone, 0 … 1.</summary>
    /// <param name="change">From the rough mask's value.</param>
    /// <param name="deviation">Of what was found.</param>
    /// <param name="apart">How far both models lie apart, squared.</param>
    public static float Ruled(float change, float deviation, float apart)
    {
        var doubt = Hesitant * deviation + Slight;
        return MatteSolver.Trust(apart) * (change * change / (change * change + doubt * doubt));
    }

    /// <summary>What comes ever nearer to a bound.</summary>
    private static float Bounded(float value, float most) => most * value / (most + MathF.Abs(value));

    private readonly ref struct RefineKernel(MatteBlock block) : ILaneKernel
    {
        private readonly MatteBlock block = block;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            T one = T.Of(1), least = T.Of(1e-12f);
            for (var i = from; i < to; i += T.Count)
            {
                T rough = block.Rough.Load<T>(i), mean = block.Mean.Load<T>(i), change = mean - rough, apart = block.Apart.Load<T>(i);
                T doubt = T.MulAdd(block.Deviation.Load<T>(i), T.Of(Hesitant), T.Of(Slight)), square = change * change, told = apart * apart;
                var ruled = told / (told + T.Of(MatteSolver.Told * MatteSolver.Told)) * (square / T.MulAdd(doubt, doubt, square));
                var odds = ruled * LaneMath.Exp(block.Belief.Load<T>(i));
                var believed = odds / (one - ruled + odds);
                var slope = LaneMath.Exp(block.Slope.Load<T>(i));
                T within = LaneMath.Exp(T.MulAdd(slope, LaneMath.Log(T.Max(mean, least)), block.Shift.Load<T>(i))), outside = LaneMath.Exp(slope * LaneMath.Log(T.Max(one - mean, least)));
                var made = within / (within + outside);
                block.Mean.Save(i, LaneMath.Clamp(T.MulAdd(block.Share.Load<T>(i) * believed, made - rough, rough), T.Of(0), one));
            }
        }
    }
}
