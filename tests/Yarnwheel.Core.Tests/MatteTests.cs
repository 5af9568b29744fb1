using System.Numerics;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Tests;

/// <summary>The matte of an edge on pictures of which the truth is known.</summary>
public class MatteTests
{
    private const int Width = 200;
    private const int Height = 120;
    private static readonly Region All = new(0, 0, Width, Height);
    private static readonly Vector3 Madder = new(0.5f, 0.05f, 0.04f);
    private static readonly Vector3 Teal = new(0.05f, 0.3f, 0.35f);

    /// <summary>Both colours mixed by alpha, each with shade that differs from place to place.</summary>
    private static LightPlanes Mixed(Plane<float> mask, float shade = 0.2f)
    {
        var light = new LightPlanes(All);
        var alpha = mask.Values;
        for (var i = 0; i < alpha.Length; i++)
        {
            int x = i % Width, y = i / Width;
            var f = Madder * (1 + shade * MathF.Sin(x * 0.31f + y * 0.17f));
            var b = Teal * (1 + shade * MathF.Cos(x * 0.23f - y * 0.29f));
            var mixed = alpha[i] * f + (1 - alpha[i]) * b;
            (light.Red[i], light.Green[i], light.Blue[i]) = (mixed.X, mixed.Y, mixed.Z);
        }
        return light;
    }

    private static Plane<float> Plane(Func<double, double, double> value) =>
        new(All, [.. Enumerable.Range(0, Width * Height).Select(i => (float)Math.Clamp(value(i % Width + 0.5, i / Width + 0.5), 0, 1))]);

    private static double Off(Plane<float> mask, Plane<float> truth) => mask.Values.Zip(truth.Values, (m, t) => Math.Abs(m - t)).Sum();

    [Theory]
    [InlineData(1.2)]
    [InlineData(2)]
    [InlineData(3.5)]
    public void A_strand_thinner_than_the_band_comes_out_of_a_mask_painted_along_it(double thick)
    {
        double Away(double x, double y) => Math.Abs(y - 60 - 20 * Math.Sin(x / 30)) / Math.Sqrt(1 + Math.Pow(20 / 30.0 * Math.Cos(x / 30), 2));
        var truth = Plane((x, y) => thick / 2 + 0.5 - Away(x, y));
        var painted = Plane((x, y) => Away(x, y) < 6 ? 1 : 0);
        var matte = EdgeMatte.Of(painted, Mixed(truth), 9, CancellationToken.None).Mask();
        Assert.True(Off(matte, truth) < 0.08 * Off(painted, truth), $"{Off(matte, truth)} after, {Off(painted, truth)} before");
        for (var x = 20; x < Width - 20; x++)
        {
            var middle = (int)(60 + 20 * Math.Sin((x + 0.5) / 30));
            if (truth[x, middle] > 0.9) Assert.True(matte[x, middle] > 0.6, $"broken at {x}");
        }
    }

    [Fact]
    public void A_slit_thinner_than_the_band_is_found_in_a_mask_that_leaves_too_much_out()
    {
        var truth = Plane((x, _) => Math.Abs(x - 100) < 40 ? Math.Abs(x - 100) - 1 + 0.5 : 0);
        var rough = Plane((x, _) => Math.Abs(x - 100) is > 6 and < 38 ? 1 : 0);
        var matte = EdgeMatte.Of(rough, Mixed(truth), 9, CancellationToken.None).Mask();
        Assert.True(Off(matte, truth) < 0.15 * Off(rough, truth), $"{Off(matte, truth)} after, {Off(rough, truth)} before");
    }

    [Fact]
    public void A_mask_of_one_colour_all_over_is_left_as_it_is()
    {
        var light = Mixed(Plane((_, _) => 0), shade: 0);
        var rough = Plane((x, _) => x < 100 ? 1 : 0);
        var matte = EdgeMatte.Of(rough, light, 9, CancellationToken.None).Mask();
        // There is no edge to move to: the contour stays within a pixel.
        for (var y = 0; y < Height; y++)
        {
            Assert.True(matte[97, y] > 0.5f);
            Assert.True(matte[102, y] < 0.5f);
        }
    }

    [Fact]
    public void The_pair_is_the_best_of_all_pairs()
    {
        // Against a plain double loop in double precision.
        var random = new Random(6);
        Vector3 Any() => new(random.NextSingle(), random.NextSingle(), random.NextSingle());
        for (var run = 0; run < 200; run++)
        {
            var kept = new SampleSet(new float[SampleSet.Room]);
            var other = new SampleSet(new float[SampleSet.Room]);
            for (var k = 0; k < 3 + run % 20; k++) kept.Add(Any(), 1 + 9 * random.NextSingle());
            for (var k = 0; k < 2 + run % 17; k++) other.Add(Any(), 1 + 9 * random.NextSingle());
            var (f, b, alpha) = (kept[run % kept.Count], other[run % other.Count], random.NextSingle());
            var colour = alpha * f + (1 - alpha) * b;
            var found = PairFit.Given(colour, alpha, kept, other);
            var best = double.MaxValue;
            var scale = 1 / (0.02 + 0.25 * (colour.X + colour.Y + colour.Z) / 3);
            for (var k = 0; k < kept.Count; k++)
            {
                for (var i = 0; i < other.Count; i++)
                {
                    var rest = colour - alpha * kept[k] - (1 - alpha) * other[i];
                    best = Math.Min(best, rest.Length() * scale + 0.01 * (kept.Distance(k) / kept.Distance(kept.Nearest) + other.Distance(i) / other.Distance(other.Nearest)));
                }
            }
            var own = (colour - alpha * found.Foreground - (1 - alpha) * found.Background).Length() * scale;
            Assert.True(own <= best + 1e-4, $"run {run}: {own} against {best}");
            var free = PairFit.Of(colour, alpha, kept, other);
            Assert.InRange(free.Alpha, 0, 1);
            Assert.InRange(free.Trust, 0, 1);
        }
    }

    [Fact]
    public void What_an_edge_is_worked_on_is_the_least_region_that_holds_soft_pixels_and_contours()
    {
        var mask = Plane((x, y) => x is > 50 and < 80 && y is > 30 and < 60 ? 1 : 0);
        var moved = new Plane<float>(new Region(1000, 500, Width, Height), mask.Values);
        var bounds = MaskBounds.Of(moved, moved.Region, 5);
        Assert.Equal(new Region(1000 + 49 - 5, 500 + 29 - 5, 32 + 10, 32 + 10), bounds);
        Assert.True(MaskBounds.Of(Plane((_, _) => 1), All, 5).IsEmpty);
        Assert.True(MaskBounds.Of(Plane((_, _) => 0), All, 5).IsEmpty);
        mask[190, 3] = 0.01f;
        Assert.Equal(192 + 5 - 44, MaskBounds.Of(mask, All, 5).Width);
        Assert.Equal(0, MaskBounds.Of(mask, All, 5).Y);
    }

    [Theory]
    [InlineData(4)]
    [InlineData(-6)]
    public void A_soft_edge_goes_with_the_contour_and_far_from_it_nothing_moves(double pixels)
    {
        var soft = Plane((x, _) => 0.5 + (100 - x) / 20);
        var moved = MaskShift.By(soft, pixels, CancellationToken.None);
        for (var x = 92; x < 108; x++) Assert.Equal(Math.Clamp(0.5 + (100 + pixels - x - 0.5) / 20, 0, 1), moved[x, 60], 0.06);
        var ramp = Plane((x, _) => x / Width);
        var far = MaskShift.By(ramp, pixels, CancellationToken.None);
        Assert.Equal(ramp[10, 60], far[10, 60], 1e-6);
        Assert.Equal(ramp[190, 60], far[190, 60], 1e-6);
        for (var x = 1; x < Width; x++) Assert.True(far[x, 60] >= far[x - 1, 60] - 1e-6, $"not monotone at {x}");
    }
}
