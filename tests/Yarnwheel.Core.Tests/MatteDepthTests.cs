using Yarnwheel.Core.Masks.Matting;

namespace Yarnwheel.Core.Tests;

public class MatteDepthTests
{
    private const int Width = 160, Height = 120;

    private static float[] Mask(Func<int, int, bool> inside) => [.. Enumerable.Range(0, Width * Height).Select(i => inside(i % Width, i / Width) ? 1f : 0)];

    private static float[] Depth(float[] mask, double radius = 12) =>
        MatteDepth.Of(mask, Width, Height, radius, TestContext.Current.CancellationToken)!;

    [Fact]
    public void About_a_contour_between_two_thick_sides_only_what_lies_farther_in_speaks()
    {
        var voice = Depth(Mask((x, _) => x < 80));
        foreach (var y in (int[])[20, 60, 100])
        {
            int Place(int x) => y * Width + x;
            Assert.True(voice[Place(78)] < 1e-5 && voice[Place(81)] < 1e-5);
            Assert.True(voice[Place(60)] > 0.99 && voice[Place(99)] > 0.99);
        }
        // The farther in, the more.
        for (var x = 61; x < 80; x++) Assert.True(voice[60 * Width + x] <= voice[60 * Width + x - 1]);
    }

    [Fact]
    public void Of_strands_and_what_is_round_them_every_pixel_speaks()
    {
        Assert.All(Depth(Mask((x, y) => y is > 58 and < 62 && x is > 20 and < 140)), f => Assert.Equal(1, f));
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
        Assert.All(Depth(Mask((_, _) => all)), f => Assert.Equal(1, f));
    }
}
