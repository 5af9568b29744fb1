using System.Numerics;
using OpenCvSharp;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Masks.Matting;
using Yarnwheel.Core.Masks.Mixtures;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Tests;

public class EdgeTests
{
    private const int Width = 240;
    private const int Height = 180;

    private static readonly Region All = new(0, 0, Width, Height);

    private static Plane<float> Mask(Func<int, int, bool> inside)
    {
        var mask = new Plane<float>(All);
        for (var i = 0; i < mask.Count; i++) mask.Values[i] = inside(i % Width, i / Width) ? 1 : 0;
        return mask;
    }

    private static bool InDisc(int x, int y, double radius) => (x - 120) * (x - 120) + (y - 90) * (y - 90) <= radius * radius;

    [Theory]
    [InlineData(5)]
    [InlineData(12.5)]
    [InlineData(-8)]
    public void Growing_a_disc_moves_its_rim_by_as_much(double pixels)
    {
        var moved = MaskShift.By(Mask((x, y) => InDisc(x, y, 50)), pixels, CancellationToken.None);
        var radius = Math.Sqrt(moved.Values.Sum() / Math.PI);
        Assert.Equal(50 + pixels, radius, 0.6);
    }

    [Fact]
    public void Growing_then_shrinking_a_convex_shape_returns_it()
    {
        foreach (var inside in (Func<int, int, bool>[])[(x, y) => InDisc(x, y, 40), (x, y) => x is >= 70 and < 150 && y is >= 60 and < 120, (x, y) => x + y is > 150 and < 260 && x - y is > -40 and < 80])
        {
            var mask = Mask(inside);
            var back = MaskShift.By(MaskShift.By(mask, 9, CancellationToken.None), -9, CancellationToken.None);
            var different = mask.Values.Zip(back.Values, (a, b) => Math.Abs(a - b)).Sum();
            // The staircase of a slanted edge comes back smooth: up to half a pixel along it.
            Assert.True(different < 0.03 * mask.Values.Sum(), $"{different} of {mask.Values.Sum()}");
            Assert.Equal(mask.Values.Sum(), back.Values.Sum(), 0.015 * mask.Values.Sum());
        }
    }

    [Fact]
    public void A_thread_one_pixel_wide_grows_and_is_not_stepped_over()
    {
        var grown = MaskShift.By(Mask((x, _) => x == 100), 4, CancellationToken.None);
        for (var x = 97; x <= 103; x++) Assert.True(grown[x, 90] > 0.9, $"{x}: {grown[x, 90]}");
        Assert.Equal(0, grown[106, 90]);
    }

    private static Plane<float> Smooth(Plane<float> mask)
    {
        var smooth = new Plane<float>(All);
        MaskShape.Smooth(smooth, All, mask, 4, CancellationToken.None);
        return smooth;
    }

    [Fact]
    public void Smoothing_rounds_corners_keeps_straight_edges_and_the_area()
    {
        var mask = Mask((x, y) => x is >= 60 and < 180 && y is >= 50 and < 130);
        var smooth = Smooth(mask);
        Assert.Equal(1, smooth[61, 90]);
        Assert.Equal(0, smooth[58, 90]);
        Assert.True(smooth[60, 50] < 0.1);
        Assert.Equal(mask.Values.Sum(), smooth.Values.Sum(), 0.01 * mask.Values.Sum());
        // A saw of two pixels becomes straight.
        var saw = Smooth(Mask((x, y) => x < 100 + y % 2 * 2));
        for (var y = 40; y < 140; y++) Assert.Equal(saw[101, 40], saw[101, y], 0.05);
    }

    [Fact]
    public void Contrast_is_monotone_keeps_the_ends_and_the_middle_and_undoes_itself()
    {
        var ramp = Enumerable.Range(0, 101).Select(i => i / 100f).ToArray();
        static float[] Contrast(float[] row, double contrast)
        {
            var line = new Region(0, 0, row.Length, 1);
            var result = new Plane<float>(line);
            MaskShape.Contrast(result, line, new Plane<float>(line, row), contrast);
            return result.Values;
        }

        var steep = Contrast(ramp, 60);
        Assert.Equal((0f, 1f), (steep[0], steep[100]));
        Assert.Equal(0.5, steep[50], 1e-3);
        Assert.True(steep[30] < 0.3f && steep[70] > 0.7f);
        for (var i = 1; i < ramp.Length; i++) Assert.True(steep[i] >= steep[i - 1]);
        var back = Contrast(steep, -60);
        for (var i = 30; i <= 70; i++) Assert.Equal(ramp[i], back[i], 0.02);
    }

    [Fact]
    public void Islands_and_pinholes_up_to_a_size_go_and_larger_ones_stay()
    {
        // A plate with holes of 1, 9 and 100 pixels; islands of 4 and 64 beside it.
        var mask = new byte[Width * Height];
        void Fill(int x, int y, int side, byte value)
        {
            for (var v = y; v < y + side; v++) mask.AsSpan(v * Width + x, side).Fill(value);
        }
        Fill(20, 20, 120, 255);
        Fill(40, 40, 1, 0);
        Fill(60, 60, 3, 0);
        Fill(80, 80, 10, 0);
        Fill(170, 40, 2, 255);
        Fill(190, 80, 8, 255);
        var specks = SpeckMap.Of(mask, Width, Height, islands: 30, pinholes: 30);
        Assert.Equal(SpeckMap.Filled, specks[40 * Width + 40]);
        Assert.Equal(SpeckMap.Filled, specks[61 * Width + 61]);
        Assert.Equal(SpeckMap.Stays, specks[85 * Width + 85]);
        Assert.Equal(SpeckMap.Cleared, specks[41 * Width + 171]);
        Assert.Equal(SpeckMap.Stays, specks[84 * Width + 194]);
        Assert.Equal(SpeckMap.Stays, specks[30 * Width + 30]);
    }

    [Fact]
    public void Following_moves_a_rough_contour_to_the_edge_of_the_photo()
    {
        // A red disc on teal; the rough mask is a shifted one.
        var light = new LightPlanes(All);
        for (var i = 0; i < Width * Height; i++)
            (light.Red[i], light.Green[i], light.Blue[i]) = InDisc(i % Width, i / Width, 50) ? (0.5f, 0.05f, 0.04f) : (0.05f, 0.3f, 0.35f);
        var rough = Mask((x, y) => InDisc(x - 5, y + 3, 49));
        var truth = Mask((x, y) => InDisc(x, y, 50));
        var matte = MatteSolver.Solve(MattePicture.Of(light, 0), rough.Values, 9, CancellationToken.None).Whole(rough.Values);
        double Off(Plane<float> mask) => mask.Values.Zip(truth.Values, (a, b) => Math.Abs(a - b)).Sum();
        Assert.True(Off(matte) < 0.06 * Off(rough), $"{Off(matte)} after, {Off(rough)} before");
    }

    [Theory]
    [InlineData(4)]
    [InlineData(12)]
    [InlineData(40)]
    public void The_fringe_of_two_constant_colours_gives_those_colours(float wide)
    {
        var light = new LightPlanes(All);
        var mask = new float[Width * Height];
        for (var i = 0; i < mask.Length; i++)
        {
            var alpha = Math.Clamp((100 - i % Width) / wide, 0, 1);
            mask[i] = alpha;
            (light.Red[i], light.Green[i], light.Blue[i]) = (alpha * 0.6f + (1 - alpha) * 0.05f, alpha * 0.1f + (1 - alpha) * 0.4f, alpha * 0.05f + (1 - alpha) * 0.3f);
        }
        var colours = EdgeColours.Of(MattePicture.Of(light, 0), mask, CancellationToken.None);
        int[] soft = [.. Enumerable.Range(0, Width).Where(x => mask[x] is > 0.05f and < 0.95f)];
        var pairs = new EdgePair[soft.Length];
        colours.Row(70, soft, new Plane<float>(All, mask), light, Width, Width, new MatteBlock(), pairs);
        Assert.NotEmpty(pairs);
        foreach (var (x, pair) in soft.Zip(pairs))
        {
            // What a side hardly has in a pixel can't be seen there, nor in the picture.
            Assert.True(mask[x] * Vector3.Distance(pair.Foreground, new(0.6f, 0.1f, 0.05f)) < 0.02f, $"foreground at {x}: {pair.Foreground}");
            Assert.True((1 - mask[x]) * Vector3.Distance(pair.Background, new(0.05f, 0.4f, 0.3f)) < 0.02f, $"background at {x}: {pair.Background}");
        }
    }

    /// <summary>A mask may be half somewhere though nothing is mixed there: such a thing keeps its own colour.</summary>
    [Fact]
    public void What_is_no_mixture_of_both_sides_gets_no_colour_that_it_has_not()
    {
        var light = new LightPlanes(All);
        var mask = new float[Width * Height];
        for (var i = 0; i < mask.Length; i++)
        {
            int x = i % Width, y = i / Width;
            var isBar = x > 105 && y is > 64 and < 76;
            mask[i] = x < 100 ? 1 : isBar ? 0.4f : 0;
            (light.Red[i], light.Green[i], light.Blue[i]) = x < 100 ? (0.03f, 0.3f, 0.28f) : isBar ? (0.3f, 0.29f, 0.28f) : (0.05f, 0.05f, 0.06f);
        }
        var colours = EdgeColours.Of(MattePicture.Of(light, 0), mask, CancellationToken.None);
        int[] bar = [.. Enumerable.Range(108, 30)];
        var pairs = new EdgePair[bar.Length];
        colours.Row(70, bar, new Plane<float>(All, mask), light, Width, Width, new MatteBlock(), pairs);
        Assert.All(pairs, p => Assert.True(Vector3.Distance(p.Foreground, new(0.3f, 0.29f, 0.28f)) < 0.02f, $"{p.Foreground}"));
    }

    [Fact]
    public void The_guided_base_equals_a_direct_evaluation_of_the_guided_filter()
    {
        // He, Sun, Tang 2013, algorithm 1, with OpenCV's box filter in double precision.
        var random = new Random(11);
        var plane = Enumerable.Range(0, Width * Height).Select(i => (i % Width > 120 ? 0.7f : 0.3f) + 0.1f * random.NextSingle()).ToArray();
        const int radius = 6;
        const double variance = 0.01;
        using var guide = new Mat();
        Mat.FromPixelData(Height, Width, MatType.CV_32FC1, plane).ConvertTo(guide, MatType.CV_64FC1);
        Mat Mean(Mat m) => m.BoxFilter(MatType.CV_64FC1, new Size(2 * radius + 1, 2 * radius + 1), normalize: true);
        using Mat mean = Mean(guide), spread = Mean(guide.Mul(guide)) - mean.Mul(mean), widened = spread + new Scalar(variance), a = spread / widened, b = mean - a.Mul(mean), expected = Mean(a).Mul(guide) + Mean(b);
        var filter = GuidedBase.Of(plane, plane, Width, Height, 1, radius, (float)variance, CancellationToken.None);
        for (var y = 2 * radius; y < Height - 2 * radius; y += 7)
        {
            var row = plane.AsSpan(y * Width, Width).ToArray();
            filter.Row(row, RowPlace.At(0, y, 1));
            for (var x = 2 * radius; x < Width - 2 * radius; x++) Assert.Equal(expected.At<double>(y, x), row[x], 1e-3);
        }
    }

    [Fact]
    public void A_proposal_takes_the_specks_and_leaves_the_things()
    {
        const int Side = 400;
        var mask = new byte[Side * Side];
        void Square(int x, int y, int side, byte value)
        {
            for (var v = y; v < y + side; v++) mask.AsSpan(v * Side + x, side).Fill(value);
        }
        var now = new EdgeRefinement { Feather = 4, Islands = 5000 };
        Assert.Null(EdgeProposal.For(now, mask, Side, Side, 2));
        Square(100, 100, 200, 255);
        Assert.Equal(now with { Follow = 80, Fringe = 100, Islands = 0 }, EdgeProposal.For(now, mask, Side, Side, 2));
        // A speck of 3 × 3 and a hole of 4 × 4 at half size are 36 and 64 pixels; a thing of 20 × 20 is no speck.
        Square(20, 20, 3, 255);
        Square(150, 150, 4, 0);
        Square(350, 40, 20, 255);
        var proposed = EdgeProposal.For(now, mask, Side, Side, 2)!;
        Assert.Equal((40, 70), (proposed.Islands, proposed.Pinholes));
        // Drops of every size are no specks: there is no gap between them and the things.
        for (var k = 2; k < 14; k++) Square(10 + 20 * k, 340, k, 255);
        Assert.Equal((0, 70), (EdgeProposal.For(now, mask, Side, Side, 2)!.Islands, EdgeProposal.For(now, mask, Side, Side, 2)!.Pinholes));
        mask.AsSpan().Fill(255);
        Assert.Null(EdgeProposal.For(now, mask, Side, Side, 2));
    }
}
