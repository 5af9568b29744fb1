using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Matting;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Tests;

/// <summary>What the matte is made of, each held to a plain evaluation.</summary>
public class MattePieceTests
{
    private const int Width = 61;
    private const int Height = 47;
    private static readonly Region All = new(0, 0, Width, Height);

    private static float[] Random(int seed, int count = Width * Height)
    {
        var random = new Random(seed);
        return [.. Enumerable.Range(0, count).Select(_ => random.NextSingle())];
    }

    private static LightPlanes Light(int seed)
    {
        var light = new LightPlanes(All);
        Random(seed).CopyTo(light.Red, 0);
        Random(seed + 1).CopyTo(light.Green, 0);
        Random(seed + 2).CopyTo(light.Blue, 0);
        return light;
    }

    [Theory]
    [InlineData(0.7)]
    [InlineData(2.3)]
    public void A_small_blur_equals_the_sum_of_its_weights(double sigma)
    {
        var plane = Random(1);
        var radius = Math.Max(1, (int)Math.Ceiling(2.6 * sigma));
        var weights = Enumerable.Range(-radius, 2 * radius + 1).Select(k => Math.Exp(-k * k / (2 * sigma * sigma))).ToArray();
        var all = weights.Sum();
        var blurred = SmallBlur.Of(plane, Width, Height, sigma);
        for (var y = 0; y < Height; y += 5)
        {
            for (var x = 0; x < Width; x += 3)
            {
                double sum = 0;
                for (var v = -radius; v <= radius; v++)
                    for (var u = -radius; u <= radius; u++)
                        sum += weights[v + radius] * weights[u + radius] * plane[Math.Clamp(y + v, 0, Height - 1) * Width + Math.Clamp(x + u, 0, Width - 1)];
                Assert.Equal(sum / (all * all), blurred[y * Width + x], 1e-5);
            }
        }
    }

    [Fact]
    public void Near_witnesses_outweigh_far_ones_ten_times_a_step_and_an_even_plane_stays_even()
    {
        double[] sigmas = [1.5, 4, 10];
        var even = MomentBlur.Of([.. Enumerable.Repeat(2f, Width * Height)], Width, Height, sigmas, new float[Width * Height]);
        Assert.All(even, v => Assert.Equal(2 * 1.11, v, 1e-3));
        var one = new float[Width * Height];
        one[23 * Width + 30] = 1;
        var spread = MomentBlur.Of(one, Width, Height, sigmas, new float[Width * Height]);
        // In the middle the narrowest Gaussian speaks; three of its deviations off, the next.
        Assert.Equal(1 / (2 * Math.PI * 1.5 * 1.5), spread[23 * Width + 30], 0.01);
        Assert.True(spread[23 * Width + 36] > 0.05 * 0.1 / (2 * Math.PI * 16));
        for (var x = 31; x < 50; x++) Assert.True(spread[23 * Width + x] <= spread[23 * Width + x - 1] + 1e-7, $"not falling at {x}");
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    public void Moments_of_one_colour_are_that_colour_whatever_the_weights(int cell)
    {
        var light = new LightPlanes(All);
        Array.Fill(light.Red, 0.5f);
        Array.Fill(light.Green, 0.25f);
        Array.Fill(light.Blue, 0.125f);
        var moments = LocalMoments.Of(CellLight.Of(light, cell), Random(3), [2, 6], CancellationToken.None);
        var block = new MatteBlock();
        var k = 0;
        foreach (var (u, v) in ((float, float)[])[(0.5f, 0.5f), (30.2f, 20.7f), (60.4f, 46.1f), (-5, 90)]) moments.Put(moments.At(u, v), block.Foreground, k++);
        for (var i = 0; i < k; i++)
        {
            double Row(int row) => block.Foreground[row * MatteBlock.Size + i] / block.Foreground[i];
            double[] expected = [1, 0.5, 0.25, 0.125, 0.25, 0.125, 0.0625, 0.0625, 0.03125, 0.015625];
            for (var row = 0; row < expected.Length; row++) Assert.Equal(expected[row], Row(row), 1e-5);
        }
    }

    [Theory]
    [InlineData(33, 21)]
    [InlineData(64, 40)]
    public void Cells_are_summed_as_their_pixels_are_and_go_on_beyond_the_border(int width, int height)
    {
        var light = new LightPlanes(new Region(0, 0, width, height));
        for (var i = 0; i < width * height; i++) (light.Red[i], light.Green[i], light.Blue[i]) = (i % 7 / 7f, i % 11 / 11f, i % 13 / 13f);
        var cells = CellLight.Of(light, 2);
        Assert.Equal(((width + 1) / 2, (height + 1) / 2), (cells.Across, cells.Down));
        for (var y = 0; y < cells.Down; y++)
        {
            for (var x = 0; x < cells.Across; x++)
            {
                for (var place = 0; place < 4; place++)
                {
                    var at = Math.Min(2 * y + place / 2, height - 1) * width + Math.Min(2 * x + place % 2, width - 1);
                    Assert.Equal((light.Red[at], light.Green[at], light.Blue[at]), (cells.Red[place][y * cells.Across + x], cells.Green[place][y * cells.Across + x], cells.Blue[place][y * cells.Across + x]));
                }
            }
        }
        Assert.Same(light.Red, CellLight.Of(light, 1).Red[0]);
    }

    [Fact]
    public void Memory_that_is_used_again_changes_nothing()
    {
        var light = CellLight.Of(Light(10), 2);
        var outdated = LocalMoments.Of(light, Random(4), [2, 6, 14], CancellationToken.None);
        var fresh = LocalMoments.Of(light, Random(5), [2, 6, 14], CancellationToken.None);
        var again = LocalMoments.Of(light, Random(5), [2, 6, 14], CancellationToken.None, outdated);
        var (one, other) = (new MatteBlock(), new MatteBlock());
        for (var k = 0; k < 40; k++)
        {
            fresh.Put(fresh.At(1.3f * k, 1.1f * k), one.Foreground, k);
            again.Put(again.At(1.3f * k, 1.1f * k), other.Foreground, k);
        }
        Assert.Equal(one.Foreground.ToArray(), other.Foreground.ToArray());
    }

    [Fact]
    public void Bins_say_how_much_denser_than_evenly_a_side_has_a_colour()
    {
        var light = Light(20);
        var mask = new float[Width * Height];
        for (var i = 0; i < mask.Length; i++)
        {
            mask[i] = i % Width < 30 ? 1 : 0;
            if (mask[i] > 0) (light.Red[i], light.Green[i], light.Blue[i]) = (0.4f, 0.05f, 0.05f);
        }
        var (inside, outside) = ColourBins.Sides(MattePicture.Of(light, 0), mask);
        var own = ColourBins.Of(0.4f, 0.05f, 0.05f);
        Assert.True(inside[own] > 1000);
        Assert.True(outside[own] < 0.05 * inside[own]);
        Assert.Equal(inside.Length, inside.Sum(), 0.01 * inside.Length);
        Assert.Equal(outside.Length, outside.Sum(), 0.01 * outside.Length);
    }

    [Fact]
    public void Contours_are_the_pixels_with_a_neighbour_on_the_other_side()
    {
        var inside = Marks.Above(Random(6), 0.6f);
        var contour = Contours.Of(inside, All);
        bool At(int x, int y, bool own) => x >= 0 && y >= 0 && x < Width && y < Height ? inside[y * Width + x] : own;
        for (var i = 0; i < inside.Length; i++)
        {
            int x = i % Width, y = i / Width;
            var own = inside[i];
            Assert.Equal(At(x - 1, y, own) != own || At(x + 1, y, own) != own || At(x, y - 1, own) != own || At(x, y + 1, own) != own, contour[i]);
        }
        var moved = new Region(100, 200, Width, Height);
        Assert.True(Contours.Bounds(new bool[inside.Length], moved).IsEmpty);
        var two = new bool[inside.Length];
        (two[3 * Width + 5], two[9 * Width + 2]) = (true, true);
        Assert.Equal(new Region(102, 203, 4, 7), Contours.Bounds(two, moved));
    }

    [Fact]
    public void The_band_keeps_to_its_radius_and_specks_open_none()
    {
        var rough = new Plane<float>(All);
        for (var y = 10; y < 40; y++) rough.Row(y)[15..30].Fill(1);
        rough[50, 20] = 1;
        var shares = MatteBand.Shares(rough, 5, CancellationToken.None);
        Assert.Equal(new Region(14, 9, 17, 32).Widen(5).Intersect(All), shares.Region);
        Assert.Equal(1, shares[15, 20], 1e-6);
        Assert.Equal(0, shares[22, 25], 1e-6);
        for (var x = 16; x < 22; x++) Assert.True(shares[x, 25] <= shares[x - 1, 25]);
        Assert.Equal((1, 1), (MatteBand.Shares(new Plane<float>(All), 5, CancellationToken.None).Width, MatteBand.Shares(new Plane<float>(All), 5, CancellationToken.None).Height));
    }

    [Fact]
    public void A_wide_area_that_was_added_is_taken_back_and_a_strand_is_not()
    {
        var rough = new float[Width * Height];
        var alpha = new float[Width * Height];
        for (var y = 5; y < 40; y++)
        {
            for (var x = 5; x < 15; x++) rough[y * Width + x] = alpha[y * Width + x] = 1;
            if (y < 25)
                for (var x = 15; x < 40; x++) alpha[y * Width + x] = 0.9f;
        }
        for (var x = 15; x < 55; x++)
            for (var y = 33; y < 36; y++) alpha[y * Width + x] = 1;
        var apart = Enumerable.Repeat(400f, alpha.Length).ToArray();
        // The band ends within what was added.
        var share = Enumerable.Range(0, alpha.Length).Select(i => i % Width < 25 ? 1f : 0).ToArray();
        var bounds = MatteGuards.Lay(alpha, rough, apart, share, 12, Width, Height, CancellationToken.None);
        Assert.Equal(0, alpha[15 * Width + 28]);
        Assert.Equal(MatteGuards.AsRough, bounds[15 * Width + 28]);
        Assert.Equal(1, alpha[34 * Width + 50]);
        Assert.Equal(MatteGuards.Free, bounds[34 * Width + 50]);
    }

    [Theory]
    [InlineData(40, 400, 8, true)]
    [InlineData(20, 400, 8, true)] // The band ends in it, but farther off.
    [InlineData(20, 400, 22, false)] // Here: it may be a leak.
    [InlineData(40, 9, 8, false)] // Both sides are hardly told apart.
    public void What_was_added_and_ends_at_an_edge_of_the_photo_stays(int leaksFrom, float told, int looked, bool stays)
    {
        var (rough, alpha) = (new float[Width * Height], new float[Width * Height]);
        for (var y = 5; y < 40; y++)
        {
            for (var x = 5; x < 15; x++) rough[y * Width + x] = alpha[y * Width + x] = 1;
            if (y < 30)
                for (var x = 15; x < 26; x++) alpha[y * Width + x] = 1;
        }
        var share = Enumerable.Range(0, alpha.Length).Select(i => i % Width < 24 || i / Width < leaksFrom ? 1f : 0).ToArray();
        var bounds = MatteGuards.Lay(alpha, rough, [.. Enumerable.Repeat(told, alpha.Length)], share, 4, Width, Height, CancellationToken.None);
        Assert.Equal(stays ? (1, MatteGuards.Free) : (0, MatteGuards.AsRough), (alpha[looked * Width + 20], bounds[looked * Width + 20]));
    }

    [Theory]
    [InlineData(0.4f, true)]
    [InlineData(0.6f, false)]
    public void What_was_added_and_is_less_than_half_inside_is_a_soft_edge_and_no_blob(float added, bool stays)
    {
        var (rough, alpha) = (new float[Width * Height], new float[Width * Height]);
        for (var y = 5; y < 40; y++)
        {
            for (var x = 5; x < 15; x++) rough[y * Width + x] = alpha[y * Width + x] = 1;
            for (var x = 15; x < 30; x++) alpha[y * Width + x] = added;
        }
        // All of it lies at the band's end, so only how much is inside tells.
        var bounds = MatteGuards.Lay(alpha, rough, [.. Enumerable.Repeat(400f, alpha.Length)], new float[alpha.Length], 12, Width, Height, CancellationToken.None);
        Assert.Equal(stays ? (added, MatteGuards.Free) : (0, MatteGuards.AsRough), (alpha[20 * Width + 22], bounds[20 * Width + 22]));
    }

    [Fact]
    public void A_stroke_that_would_be_lost_for_the_most_part_stays_and_one_that_only_overshoots_does_not()
    {
        var (rough, alpha, told) = (new float[Width * Height], new float[Width * Height], new sbyte[Width * Height]);
        for (var x = 5; x < 25; x++)
        {
            // The upper one is lost; of the lower one the last fifth is, which lay beyond the edge.
            told[10 * Width + x] = told[30 * Width + x] = 1;
            rough[10 * Width + x] = rough[30 * Width + x] = 1;
            if (x < 21) alpha[30 * Width + x] = 1;
        }
        var bounds = new byte[alpha.Length];
        MatteGuards.Keep(alpha, rough, bounds, told, Width, Height);
        Assert.Equal((1, 1, MatteGuards.AsRough), (alpha[10 * Width + 5], alpha[10 * Width + 24], bounds[10 * Width + 15]));
        Assert.Equal((1, 0, MatteGuards.Free), (alpha[30 * Width + 20], alpha[30 * Width + 21], bounds[30 * Width + 23]));
    }

    [Fact]
    public void Of_a_row_the_distances_are_those_of_its_pixels()
    {
        var transform = DistanceTransform.Of(Marks.Above(Random(7), 0.98f), Width, Height);
        var row = new float[Width];
        transform.Row(13, row);
        for (var x = 0; x < Width; x++)
        {
            Assert.Equal(transform.Distance(13 * Width + x), row[x]);
            var nearest = transform.Nearest(13 * Width + x);
            Assert.Equal(row[x], Math.Sqrt(Math.Pow(nearest % Width - x, 2) + Math.Pow(nearest / Width - 13, 2)), 1e-4);
        }
    }
}
