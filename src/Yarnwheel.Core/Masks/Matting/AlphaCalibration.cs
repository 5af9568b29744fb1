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

    private const float Pure = 0.003f;

    private readonly MatteFigures figures;
    private readonly FalseAlarms? alarms;

    private AlphaCalibration(MatteFigures figures, FalseAlarms? alarms) => (this.figures, this.alarms) = (figures, alarms);

    /// <summary>What the network sees of some of a block's pixels, row by row.</summary>
    /// <param name="block">Of pixels that were judged, with their rough values and places.</param>
    /// <param name="pixels">Which of them.</param>
    /// <param name="into">Receives them.</param>
    public void Put(MatteBlock block, ReadOnlySpan<int> pixels, Span<float> into) => figures.Put(block, pixels, into);

    public long Bytes => figures.Bytes;

    /// <summary>With what was learnt.</summary>
    /// <param name="found">Of all pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static AlphaCalibration Of(MatteFound found, CancellationToken cancel) => new(MatteFigures.Of(found, cancel), found.Alarms);

    /// <summary>The refined mask.</summary>
    /// <param name="found">Of which this was made.</param>
    /// <param name="cancel">Ends the work early.</param>
    public float[] Alpha(MatteFound found, CancellationToken cancel)
    {
        var alpha = (float[])found.Rough.Clone();
        MatteBlocks.Each(found.Band.Length, (block, from, count) =>
        {
            for (var k = 0; k < count; k++) found.Put(block, k, found.Band[from + k]);
            Apply(block, count);
            for (var k = 0; k < count; k++) alpha[found.Band[from + k]] = block.Mean[k];
        }, cancel);
        return alpha;
    }

    /// <summary>Makes refined masks of a block's first pixels: <see cref="MatteBlock.Mean"/> becomes them.</summary>
    /// <param name="block">Of pixels that were judged, with their rough values, shares and places.</param>
    /// <param name="count">How many.</param>
    public void Apply(MatteBlock block, int count)
    {
        Say(block, count);
        Refine(block, count);
    }

    private void Say(MatteBlock block, int count)
    {
        block.Belief[..count].Clear();
        block.Slope[..count].Clear();
        block.Shift[..count].Clear();
        Span<int> open = stackalloc int[count];
        var asked = 0;
        for (var k = 0; k < count; k++)
            if (!IsSettled(block.Rough[k], block.Mean[k])) open[asked++] = k;
        open = open[..asked];
        var network = LearntNetworks.Mattes;
        var rows = block.Scratch(asked * (network.Inputs + network.Outputs));
        var said = rows[(asked * network.Inputs)..];
        rows = rows[..(asked * network.Inputs)];
        figures.Put(block, open, rows);
        network.Of(rows, said);
        for (var j = 0; j < asked; j++, said = said[network.Outputs..])
        {
            var k = open[j];
            var belief = Bounded(said[0], MostBelief);
            // Where the ground looks like the subject, more than the rule believes is believed of nothing.
            if (belief > 0 && alarms is not null) belief *= MatteSolver.Trust(block.Apart[k], alarms.DoubtAt((int)block.Across[k], (int)block.Down[k]));
            (block.Belief[k], block.Slope[k], block.Shift[k]) = (belief, Bounded(MathF.Max(0, said[1]), MostSlope), Bounded(said[2], MostShift));
        }
    }

    /// <summary>Whether there is nothing to be made of a pixel: it is nothing, or all, before and after.</summary>
    private static bool IsSettled(float rough, float mean) => MathF.Max(rough, mean) < Pure || MathF.Min(rough, mean) > 1 - Pure;

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
