using Yarnwheel.Core.Masks.Matting;

namespace Yarnwheel.Core.Tests;

public class MatteDepthTests
{
    private const int Width = 160, Height = 120;

    private static float[] Mask(Func<int, int, bool> inside) => [.. Enumerable.Range(0, Width * Height).Select(i => inside(i % Width, i / Width) ? 1f : 0)];

    private static (float[] Inside, float[] Outside) Depth(float[] mask, double radius = 12) =>
        MatteDepth.Of(mask, Width, Height, radius, TestContext.Current.CancellationToken)!.Value;

    [Fact]
    public void About_a_contour_between_two_thick_sides_only_what_lies_farther_in_speaks()
    {
        var (inside, outside) = Depth(Mask((x, _) => x < 80));
        foreach (var y in (int[])[20, 60, 100])
        {
            int Place(int x) => y * Width + x;
            Assert.True(inside[Place(78)] < 1e-5 && outside[Place(81)] < 1e-5);
            Assert.True(inside[Place(60)] > 0.99 && outside[Place(99)] > 0.99);
            // What lies on the other side, near by, does not speak either.
            Assert.True(inside[Place(82)] < 1e-5 && outside[Place(77)] < 1e-5);
        }
        // The farther in, the more.
        for (var x = 61; x < 80; x++) Assert.True(inside[60 * Width + x] <= inside[60 * Width + x - 1]);
    }

    [Fact]
    public void Of_strands_and_what_is_round_them_every_pixel_speaks()
    {
        var (inside, outside) = Depth(Mask((x, y) => y is > 58 and < 62 && x is > 20 and < 140));
        Assert.All(inside, f => Assert.Equal(1, f));
        Assert.All(outside, f => Assert.Equal(1, f));
    }

    [Fact]
    public void A_strand_that_grows_from_a_thick_thing_leaves_the_word_to_it_the_nearer_the_more()
    {
        var (inside, _) = Depth(Mask((x, y) => x < 50 || (y is > 58 and < 62 && x < 150)));
        Assert.True(inside[60 * Width + 62] < 0.05, $"{inside[60 * Width + 62]}");
        Assert.True(inside[60 * Width + 62] < inside[60 * Width + 80] && inside[60 * Width + 80] < inside[60 * Width + 100]);
        Assert.Equal(1, inside[60 * Width + 120]);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(2)]
    public void A_radius_of_few_pixels_tells_nothing(double radius) =>
        Assert.Null(MatteDepth.Of(Mask((x, _) => x < 80), Width, Height, radius, TestContext.Current.CancellationToken));

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void A_mask_of_one_side_leaves_every_pixel_its_word(bool all)
    {
        var (inside, outside) = Depth(Mask((_, _) => all));
        Assert.All(all ? inside : outside, f => Assert.Equal(1, f));
    }
}
