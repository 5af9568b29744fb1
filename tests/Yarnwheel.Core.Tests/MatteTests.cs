using System.Numerics;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Masks.Matting;
using Yarnwheel.Core.Masks.Mixtures;
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

    private static Plane<float> Refined(Plane<float> rough, LightPlanes light, double radius) =>
        MatteSolver.Solve(MattePicture.Of(light, 0), rough.Values, radius, CancellationToken.None).Whole(rough.Values);

    private static double Off(Plane<float> mask, Plane<float> truth) => mask.Values.Zip(truth.Values, (m, t) => Math.Abs(m - t)).Sum();

    [Theory]
    [InlineData(1.2, 0.25)]
    [InlineData(2, 0.08)]
    [InlineData(3.5, 0.08)]
    public void A_strand_thinner_than_the_band_comes_out_of_a_mask_painted_along_it(double thick, double left)
    {
        double Away(double x, double y) => Math.Abs(y - 60 - 20 * Math.Sin(x / 30)) / Math.Sqrt(1 + Math.Pow(20 / 30.0 * Math.Cos(x / 30), 2));
        var truth = Plane((x, y) => thick / 2 + 0.5 - Away(x, y));
        var painted = Plane((x, y) => Away(x, y) < 6 ? 1 : 0);
        var matte = Refined(painted, Mixed(truth), 9);
        Assert.True(Off(matte, truth) < left * Off(painted, truth), $"{Off(matte, truth)} after, {Off(painted, truth)} before");
        for (var x = 20; x < Width - 20; x++)
        {
            var middle = (int)(60 + 20 * Math.Sin((x + 0.5) / 30));
            if (truth[x, middle] > 0.9) Assert.True(matte[x, middle] > 0.6, $"broken at {x}");
        }
    }

    [Fact]
    public void A_strand_that_the_mask_lost_is_followed_for_many_bands()
    {
        // The mask has a knot and the strand's first pixels.
        double Away(double x, double y) => Math.Abs(y - 60 - 25 * Math.Sin(x / 25)) / Math.Sqrt(1 + Math.Pow(Math.Cos(x / 25), 2));
        double Strand(double x, double y) => x < 185 ? 2 - Away(x, y) : 0;
        var truth = Plane((x, y) => Math.Max(Strand(x, y), 9.5 - Math.Sqrt((x - 14) * (x - 14) + (y - 72) * (y - 72))));
        var rough = Plane((x, y) => x < 28 && truth[(int)x, (int)y] > 0.5f ? 1 : 0);
        var matte = Refined(rough, Mixed(truth), 9);
        for (var x = 20; x < 90; x++)
        {
            var middle = (int)(60 + 25 * Math.Sin((x + 0.5) / 25));
            Assert.True(matte[x, middle] > 0.6, $"lost at {x}: {matte[x, middle]}");
        }
        Assert.True(Off(matte, truth) < 0.6 * Off(rough, truth), $"{Off(matte, truth)} after, {Off(rough, truth)} before");
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(6)]
    [InlineData(20)]
    public async Task Work_that_is_cancelled_ends_as_cancelled_wherever_it_is(int milliseconds)
    {
        var truth = Plane((x, y) => 45.5 - Math.Sqrt((x - 100) * (x - 100) + (y - 60) * (y - 60)));
        var picture = MattePicture.Of(Mixed(truth), 0);
        using var cancel = new CancellationTokenSource();
        var work = Task.Run(() => { while (true) MatteSolver.Solve(picture, truth.Values, 9, cancel.Token); }, TestContext.Current.CancellationToken);
        await Task.Delay(milliseconds, TestContext.Current.CancellationToken);
        await cancel.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => work);
    }

    [Fact]
    public void A_slit_thinner_than_the_band_is_found_in_a_mask_that_leaves_too_much_out()
    {
        var truth = Plane((x, _) => Math.Abs(x - 100) < 40 ? Math.Abs(x - 100) - 1 + 0.5 : 0);
        var rough = Plane((x, _) => Math.Abs(x - 100) is > 6 and < 38 ? 1 : 0);
        var matte = Refined(rough, Mixed(truth), 9);
        Assert.True(Off(matte, truth) < 0.15 * Off(rough, truth), $"{Off(matte, truth)} after, {Off(rough, truth)} before");
    }

    [Fact]
    public void A_mask_of_one_colour_all_over_is_left_as_it_is()
    {
        var light = Mixed(Plane((_, _) => 0), shade: 0);
        var rough = Plane((x, _) => x < 100 ? 1 : 0);
        var matte = Refined(rough, light, 9);
        // There is no edge to move to: the contour stays within a pixel.
        for (var y = 0; y < Height; y++)
        {
            Assert.True(matte[97, y] > 0.5f);
            Assert.True(matte[102, y] < 0.5f);
        }
    }

    [Fact]
    public void The_expected_alpha_equals_a_direct_evaluation_in_double_precision()
    {
        // Bayes' rule written out plainly, pixel by pixel.
        var random = new Random(6);
        var block = new MatteBlock();
        var expected = new double[MatteBlock.Size];
        for (var i = 0; i < MatteBlock.Size; i++)
        {
            var (f, cf) = Model(random);
            var (b, cb) = Model(random);
            Put(block.Foreground, i, f, cf);
            Put(block.Background, i, b, cb);
            double mix = random.NextDouble(), prior = 0.01 + 0.98 * random.NextDouble(), mixed = random.NextDouble();
            var p = Enumerable.Range(0, 3).Select(c => mix * f[c] + (1 - mix) * b[c] + 0.01 * (random.NextDouble() - 0.5)).Select(v => Math.Max(0.002, v)).ToArray();
            (block.Red[i], block.Green[i], block.Blue[i]) = ((float)p[0], (float)p[1], (float)p[2]);
            (block.Prior[i], block.Mixed[i], block.SeenInside[i], block.SeenOutside[i]) = ((float)prior, (float)mixed, 0, 0);
            expected[i] = Plain(p, f, cf, b, cb, prior, mixed);
        }
        AlphaPosterior.Of(block, MatteBlock.Size, 16, 0.01f);
        for (var i = 0; i < MatteBlock.Size; i++) Assert.Equal(expected[i], block.Mean[i], 0.004);
    }

    private static (double[] Mean, double[] Spread) Model(Random random)
    {
        double[] mean = [0.05 + 0.6 * random.NextDouble(), 0.05 + 0.6 * random.NextDouble(), 0.05 + 0.6 * random.NextDouble()];
        double a = 0.01 + 0.04 * random.NextDouble(), b = 0.03 * random.NextDouble(), c = 0.02 * random.NextDouble();
        // L Lᵀ of a lower triangle is a covariance.
        return (mean, [a * a, a * b, a * c, b * b + a * a, b * c + 0.3 * a * a, c * c + 1.2 * a * a]);
    }

    private static void Put(Span<float> rows, int at, double[] mean, double[] spread)
    {
        double[] products = [mean[0] * mean[0], mean[0] * mean[1], mean[0] * mean[2], mean[1] * mean[1], mean[1] * mean[2], mean[2] * mean[2]];
        rows[at] = 2;
        for (var c = 0; c < 3; c++) rows[(1 + c) * MatteBlock.Size + at] = (float)(2 * mean[c]);
        for (var c = 0; c < 6; c++) rows[(4 + c) * MatteBlock.Size + at] = (float)(2 * (spread[c] + products[c]));
    }

    private static double Plain(double[] p, double[] f, double[] cf, double[] b, double[] cb, double prior, double mixed)
    {
        double Slope(double x) => x < 0.0031308 ? 1 / 12.92 : 2.4 / 1.055 * Math.Pow(x, 1.4 / 2.4);
        var noise = p.Select(x => Math.Pow(0.01 * Slope(x), 2)).ToArray();
        var volume = Math.Log(Slope(p[0]) * Slope(p[1]) * Slope(p[2]));
        var about = mixed;
        mixed = Math.Clamp(0.5 * mixed + 2 * prior * (1 - prior), 0.03, 0.9) * 0.8;
        int[] diagonal = [0, 3, 5];
        double[] Widened(double[] c, double[] mean) => [.. c.Select((v, k) => v + (Array.IndexOf(diagonal, k) is var d && d >= 0 ? Math.Pow(0.02 * mean[d] + 0.0009, 2) : 0))];
        (cf, cb) = (Widened(cf, f), Widened(cb, b));
        // A covariance with the noise on its diagonal: its determinant, and the product of two vectors by its inverse.
        (double Determinant, Func<double[], double[], double> Product) Inverse(double[] spread)
        {
            var c = (double[])spread.Clone();
            for (var d = 0; d < 3; d++) c[diagonal[d]] += noise[d];
            double[] adjugate = [c[3] * c[5] - c[4] * c[4], c[2] * c[4] - c[1] * c[5], c[1] * c[4] - c[2] * c[3], c[0] * c[5] - c[2] * c[2], c[1] * c[2] - c[0] * c[4], c[0] * c[3] - c[1] * c[1]];
            var determinant = c[0] * adjugate[0] + c[1] * adjugate[1] + c[2] * adjugate[2];
            return (determinant, (r, q) => (adjugate[0] * r[0] * q[0] + adjugate[3] * r[1] * q[1] + adjugate[5] * r[2] * q[2]
                + adjugate[1] * (r[0] * q[1] + r[1] * q[0]) + adjugate[2] * (r[0] * q[2] + r[2] * q[0]) + adjugate[4] * (r[1] * q[2] + r[2] * q[1])) / determinant);
        }
        var logs = Enumerable.Range(0, 17).Select(k =>
        {
            double t = k / 16.0, u = 1 - t;
            var (determinant, product) = Inverse([.. cf.Zip(cb, (x, y) => t * t * x + u * u * y)]);
            var r = Enumerable.Range(0, 3).Select(x => p[x] - t * f[x] - u * b[x]).ToArray();
            var log = -1.5 * Math.Log(2 * Math.PI) - 0.5 * (product(r, r) + Math.Log(determinant));
            if (k is 0 or 16) log = Math.Log(Math.Exp(log) + 1e-3 / Math.Exp(volume));
            return log + Math.Log(k == 0 ? (1 - mixed) * (1 - prior) : k == 16 ? (1 - mixed) * prior : mixed / 15);
        }).ToArray();
        var weights = logs.Select(l => Math.Exp(l - logs.Max())).ToArray();
        var mean = weights.Select((w, k) => w * k / 16).Sum() / weights.Sum();
        // Fisher's linear discriminant, the means at 0 and 1.
        var (_, both) = Inverse([.. cf.Zip(cb, (x, y) => x + y)]);
        double[] way = [.. f.Zip(b, (x, y) => x - y)];
        var apart = both(way, way);
        var place = Math.Clamp(both(way, [.. p.Zip(b, (x, y) => x - y)]) / apart, 0, 1);
        return mean + 0.4 * about * apart / (apart + 30) * (place - mean);
    }

    [Fact]
    public void More_follow_reaches_farther_and_never_jumps()
    {
        var truth = Plane((x, y) => 45.5 - Math.Sqrt((x - 100) * (x - 100) + (y - 60) * (y - 60)));
        var rough = Plane((x, y) => Math.Sqrt((x - 104) * (x - 104) + (y - 57) * (y - 57)) < 44 ? 1 : 0);
        var picture = MattePicture.Of(Mixed(truth), 0);
        var before = rough.Values;
        for (var radius = 0.5; radius <= 12; radius += 0.5)
        {
            var now = MatteSolver.Solve(picture, rough.Values, radius, CancellationToken.None).Whole(rough.Values).Values;
            var moved = now.Zip(before, (a, b) => Math.Abs(a - b)).ToArray();
            Assert.True(moved.Average() < 0.02, $"radius {radius}: {moved.Average():F3} on average");
            before = now;
        }
        Assert.True(Off(new Plane<float>(All, before), truth) < 0.1 * Off(rough, truth));
    }

    [Fact]
    public void No_island_comes_that_the_rough_mask_has_not()
    {
        // Spots of the subject's own colour lie in the ground, near the contour and far from it.
        var spots = Plane((x, y) => x > 120 && Math.Abs(x % 20 - 10) < 3 && Math.Abs(y % 20 - 10) < 3 ? 1 : 0);
        var truth = Plane((x, _) => x < 100 ? 1 : 0);
        var light = Mixed(new Plane<float>(All, [.. truth.Values.Zip(spots.Values, Math.Max)]));
        var found = Refined(Plane((x, y) => x < 100 + 4 * Math.Sin(y / 5.0) ? 1 : 0), light, 30).Values;
        for (var i = 0; i < found.Length; i++) Assert.True(i % Width < 112 || found[i] < 0.1f, $"{i % Width}, {i / Width}: {found[i]}");
    }

    [Fact]
    public void A_view_at_the_size_of_the_solution_shows_it()
    {
        var truth = Plane((x, y) => 45.5 - Math.Sqrt((x - 100) * (x - 100) + (y - 60) * (y - 60)));
        var rough = Plane((x, y) => Math.Sqrt((x - 103) * (x - 103) + (y - 58) * (y - 58)) < 44 ? 1 : 0);
        var solution = MatteSolver.Solve(MattePicture.Of(Mixed(truth), 0), rough.Values, 9, CancellationToken.None);
        var view = new MatteView(solution, Width, Width);
        var whole = view.Draw(rough, Mixed(truth), CancellationToken.None);
        Assert.True(Off(whole, solution.Whole(rough.Values)) < 0.02 * truth.Values.Sum());
        // Any tile of it is the same.
        var tile = new Region(40, 30, 77, 41);
        Assert.Equal(whole.Cut(tile).Values, view.Draw(rough.Cut(tile), Mixed(truth), CancellationToken.None).Values);
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

    [FsCheck.Xunit.Property]
    public bool Bounds_are_those_of_the_pixels_that_differ_from_a_neighbour_or_are_soft(int seed)
    {
        var random = new Random(seed);
        var (width, height) = (random.Next(1, 40), random.Next(1, 12));
        var region = new Region(7, 9, width, height);
        // Mostly one value, with a few others.
        float[] values = [0, 1, 0.5f];
        var ground = values[random.Next(2)];
        var mask = new Plane<float>(region, [.. Enumerable.Range(0, width * height).Select(_ => random.Next(30) == 0 ? values[random.Next(3)] : ground)]);
        bool IsLoose(int x, int y) => mask[x, y] is not (0 or 1)
            || (x > 7 && mask[x - 1, y] != mask[x, y]) || (x + 1 < region.Right && mask[x + 1, y] != mask[x, y]) || (y + 1 < region.Bottom && mask[x, y + 1] != mask[x, y]);
        var loose = (from y in Enumerable.Range(9, height) from x in Enumerable.Range(7, width) where IsLoose(x, y) select (X: x, Y: y)).ToArray();
        var found = MaskBounds.Of(mask, region, 0);
        if (loose.Length == 0) return found.IsEmpty;
        var (left, top) = (loose.Min(l => l.X), loose.Min(l => l.Y));
        return found == new Region(left, top, loose.Max(l => l.X) - left + 1, loose.Max(l => l.Y) - top + 2).Intersect(region);
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
