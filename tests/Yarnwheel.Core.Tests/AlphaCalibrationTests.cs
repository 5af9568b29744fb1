using Yarnwheel.Core.Masks.Matting;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Tests;

public class AlphaCalibrationTests
{
    /// <summary>What becomes of one pixel.</summary>
    private static float Refined(float rough, float mean, float deviation, float apart, float share = 1, float belief = 0, float slope = 0, float shift = 0)
    {
        var block = new MatteBlock();
        (block.Rough[0], block.Mean[0], block.Deviation[0], block.Apart[0], block.Share[0]) = (rough, mean, deviation, apart, share);
        (block.Belief[0], block.Slope[0], block.Shift[0]) = (belief, slope, shift);
        AlphaCalibration.Refine(block, 1);
        return block.Mean[0];
    }

    [Fact]
    public void By_the_rule_alone_a_change_within_its_own_doubt_is_hardly_made_and_a_large_one_wholly()
    {
        const float Far = 1e4f;
        Assert.Equal(0, AlphaCalibration.Ruled(0, 0, Far));
        Assert.InRange(0.02f * AlphaCalibration.Ruled(0.02f, 0.1f, Far), 0, 0.004f);
        Assert.InRange(AlphaCalibration.Ruled(0.9f, 0.05f, Far), 0.997f, 1);
        for (var mean = 0f; mean < 0.99f; mean += 0.01f)
        {
            foreach (var deviation in (float[])[0, 0.1f, 0.5f])
            {
                var made = Refined(0, mean, deviation, Far);
                Assert.Equal(mean * AlphaCalibration.Ruled(mean, deviation, Far), made, 1e-5f);
                // More is never made less, and never jumps.
                Assert.InRange(Refined(0, mean + 0.01f, deviation, Far) - made, 0, 0.0114f);
            }
        }
    }

    [Fact]
    public void Where_both_sides_look_alike_or_nothing_may_change_the_rough_mask_stays_whatever_was_learnt()
    {
        foreach (var rough in (float[])[0, 0.3f, 1])
        {
            Assert.Equal(rough, Refined(rough, 0.6f, 0.1f, 0, belief: AlphaCalibration.MostBelief));
            Assert.Equal(rough, Refined(rough, 0.6f, 0.1f, 50, share: 0, belief: AlphaCalibration.MostBelief, shift: AlphaCalibration.MostShift));
        }
    }

    [Fact]
    public void What_is_nothing_or_all_stays_so_and_more_is_never_made_less_within_all_that_can_be_learnt()
    {
        foreach (var belief in (float[])[-AlphaCalibration.MostBelief, 0, AlphaCalibration.MostBelief])
        {
            foreach (var slope in (float[])[0, AlphaCalibration.MostSlope])
            {
                foreach (var shift in (float[])[-AlphaCalibration.MostShift, 0, AlphaCalibration.MostShift])
                {
                    Assert.Equal(0, Refined(0, 0, 0, 100, 1, belief, slope, shift), 1e-5f);
                    Assert.Equal(1, Refined(1, 1, 0, 100, 1, belief, slope, shift), 1e-5f);
                    // What is nearly nothing, where both sides lie far apart, becomes no strand.
                    Assert.InRange(Refined(0, 0.006f, 0.02f, 65, 1, belief, slope, shift), 0, 0.2f);
                    var before = 0f;
                    for (var mean = 0f; mean <= 1; mean += 0.02f)
                    {
                        var made = Refined(0, mean, 0.1f, 100, 1, belief, slope, shift);
                        Assert.InRange(made, before - 1e-6f, 1);
                        before = made;
                    }
                }
            }
        }
    }

    [Fact]
    public void A_belief_of_even_odds_times_three_is_three_quarters()
    {
        // The rule: both factors are a half by their constants, so a quarter; odds of a third, three times that is 1.
        var doubt = 0.02f;
        Assert.Equal(0.25f, AlphaCalibration.Ruled(doubt, 0, MatteSolver.Told), 1e-6f);
        Assert.Equal(0.4f + 0.5f * doubt, Refined(0.4f, 0.4f + doubt, 0, MatteSolver.Told, belief: MathF.Log(3)), 1e-5f);
        // Platt's sigmoid of slope 2 and shift −1: log odds of 0.8 are 1.386.
        Assert.Equal(1 / (1 + MathF.Exp(-(2 * 1.3862944f - 1))), Refined(0, 0.8f, 0, 1e6f, belief: 20, slope: MathF.Log(2), shift: -1), 1e-4f);
    }

    [Fact]
    public void Means_about_a_place_are_those_of_the_pixels_that_have_figures()
    {
        const int Width = 60, Height = 40;
        // Left half: 3; a quarter on the right 7; nothing elsewhere.
        bool Put(int x, int y, Span<float> into)
        {
            if (x >= 30 && y < 20) return false;
            (into[0], into[1], into[2]) = (x < 30 ? 3 : 7, y, 1);
            return true;
        }
        var cells = FigureCells.Of(Width, Height, 3, 2, Put, CancellationToken.None);
        var means = new float[2];
        cells.Means().Put(5.5f, 20.5f, means);
        Assert.Equal(3, means[0], 0.01f);
        Assert.Equal(20, means[1], 0.2f);
        cells.Means().Put(50, 35, means.AsSpan(0, 1));
        Assert.Equal(7, means[0], 0.02f);
        // Cells of twelve pixels: the next ones are within the third.
        cells.Coarser(4).Means().Put(2, 20, means.AsSpan(0, 1));
        Assert.Equal(3, means[0], 0.05f);
        cells.Means().Put(55, 3, means.AsSpan(0, 1));
        Assert.Equal(0, means[0]);
    }
}
