using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Matting;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Tests;

/// <summary>What looks like the subject where there is surely none, and what that says of strands that a mask may have lost.</summary>
public class FalseAlarmTests
{
    private const int Width = 300;
    private const int Height = 60;
    private static readonly Region All = new(0, 0, Width, Height);

    /// <summary>A dark cloth on the left, hair as dark before something pale from 90 to 180, nothing but pale beyond.</summary>
    private static FalseAlarms Found()
    {
        var light = new LightPlanes(All);
        var random = new Random(4);
        for (var i = 0; i < Width * Height; i++)
        {
            var x = i % Width;
            var own = (x < 30 || (x is >= 90 and < 180 && x % 4 < 2) ? 0.05f : 0.4f) * (1 + 0.2f * (random.NextSingle() - 0.5f));
            (light.Red[i], light.Green[i], light.Blue[i]) = (own, 1.1f * own, 1.2f * own);
        }
        float[] rough = [.. Enumerable.Range(0, Width * Height).Select(i => i % Width < 30 ? 1f : 0f)];
        float[] share = [.. Enumerable.Range(0, Width * Height).Select(i => i % Width is >= 25 and < 35 ? 1f : 0f)];
        var picture = MattePicture.Of(light, 0);
        var cells = CellLight.Of(light, picture.Cell);
        var (inside, outside) = ColourBins.Sides(picture, rough);
        LocalMoments Moments(float[] weight) => LocalMoments.Of(cells, weight, [7, 20, 60], CancellationToken.None);
        return FalseAlarms.Of(new MatteModels(picture, ColourBins.Of(light), Moments(rough), Moments([.. rough.Select(m => 1 - m)]), inside, outside), rough, share, 8, CancellationToken.None);
    }

    [Fact]
    public void They_are_told_where_the_ground_is_full_of_what_looks_like_the_subject_and_nowhere_else()
    {
        var found = Found();
        // Half of all pixels there: a strand is half believed where both sides lie some six deviations apart.
        Assert.InRange(found.DoubtAt(135, 30), 20, 60);
        Assert.InRange(found.DoubtAt(290, 30), 0, 0.5);
        for (var x = 180; x < 290; x += 3) Assert.True(found.DoubtAt(x + 3, 30) <= found.DoubtAt(x, 30) + 1e-3f, $"not falling at {x}");
    }

    [Fact]
    public void A_strand_is_followed_among_them_only_where_both_sides_are_clearly_told_apart()
    {
        var rough = new float[Width * Height];
        for (var y = 0; y < Height; y++) rough.AsSpan(y * Width, 30).Fill(1);
        var alpha = (float[])rough.Clone();
        alpha.AsSpan(30 * Width, 135).Fill(1);
        float[] Opened(float apart, FalseAlarms? alarms) => MatteBand.Grown(alpha, [.. alpha.Select(_ => apart)], alarms, rough, All, 5, CancellationToken.None) ?? new float[alpha.Length];
        Assert.Equal(1, Opened(10, null)[30 * Width + 137]);
        Assert.Equal(0, Opened(10, Found())[30 * Width + 137]);
        Assert.Equal(1, Opened(100, Found())[30 * Width + 137]);
        // Before the hair begins nothing is doubted.
        Assert.True(Opened(10, Found())[30 * Width + 50] > 0.5f);
    }

    [Fact]
    public void What_a_mask_has_weakly_beside_its_band_is_looked_at()
    {
        var rough = new float[Width * Height];
        for (var y = 0; y < Height; y++) rough.AsSpan(y * Width, 30).Fill(1);
        for (var y = 20; y < 40; y++) rough.AsSpan(y * Width + 30, 60).Fill(0.2f);
        var grown = MatteBand.Grown(rough, new float[rough.Length], null, rough, All, 5, CancellationToken.None)!;
        Assert.Equal(1, grown[30 * Width + 89]);
        Assert.Equal(0, grown[30 * Width + 110]);
        // Nothing that was looked at, and found to be as weak as it was.
        Assert.Null(MatteBand.Grown(rough, [.. rough.Select(_ => 9f)], null, rough, All, 5, CancellationToken.None));
    }
}
