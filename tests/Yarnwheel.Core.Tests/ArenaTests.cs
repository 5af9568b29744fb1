using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

public class ArenaTests
{
    [Fact]
    public void Planes_are_given_again_only_after_all_were_taken_back()
    {
        var arena = new PlaneArena();
        float[] first = arena.Take(100), second = arena.Take(100);
        Assert.NotSame(first, second);
        arena.Reset();
        var again = new[] { arena.Take(100), arena.Take(100), arena.Take(100) };
        Assert.Equal(3, again.Distinct().Count());
        Assert.Contains(first, again);
        Assert.Contains(second, again);
        Assert.True(arena.Take(70).Length >= 70);
    }

    [Fact]
    public async Task Threads_never_share_a_plane()
    {
        var arena = new PlaneArena();
        for (var round = 0; round < 20; round++)
        {
            var planes = await Task.WhenAll(Enumerable.Range(0, 32).Select(_ => Task.Run(() => arena.Take(64))));
            Assert.Equal(32, planes.Distinct().Count());
            arena.Reset();
        }
    }

    [Fact]
    public void Strips_drawn_into_used_memory_equal_a_whole_frame()
    {
        // Wide enough for several strips, so that later ones find what earlier ones left.
        const int width = 9000, height = 250;
        var renderer = new PhotoRenderer(Pictures.Pyramid(Pictures.Smooth(width, height), width, height));
        var recipe = RecipeJson.Parse("""
            { "yarnwheel": 1, "grey": { "spokes": [ { "hue": 30, "lift": 50 }, { "hue": 210, "lift": -40 } ] },
              "areas": [ { "mask": { "parts": [ { "kind": "outline", "nodes": [ { "x": 0.1, "y": 0.2 }, { "x": 0.6, "y": 0.1 }, { "x": 0.4, "y": 0.9 } ] },
                                                { "kind": "hue", "op": "subtract", "from": 20, "to": 80 } ] }, "edge": { "feather": 4 } } ] }
            """);
        var full = new byte[3 * width * height];
        renderer.Copies.Picture(recipe, (y, light) => Colour.SrgbByte.EncodeRow(light, full.AsSpan(3 * y * width, 3 * width)));
        Assert.Equal(renderer.Frames.Draw(recipe, View.Whole(renderer.Photo), Show.Result), full);
        var mask = renderer.Copies.Mask(recipe, 0);
        var seen = renderer.Frames.Draw(recipe, View.Whole(renderer.Photo), Show.Mask, 0);
        for (var i = 0; i < mask.Length; i++) Assert.InRange(Math.Abs(mask[i] / 257.0 - seen[3 * i]), 0, 0.51);
    }

    [Theory]
    [InlineData(1e-28f)]
    [InlineData(3e-7f)]
    [InlineData(0.02f)]
    [InlineData(1f)]
    [InlineData(7.3f)]
    public void The_inverse_fourth_root_is_exact_to_a_few_units(float x) =>
        Assert.Equal(1, LaneMath.InverseFourthRoot(Lanes1.Of(x)).Value * Math.Pow(x, 0.25), 1e-6);

    [Fact]
    public void Levels_of_a_pyramid_are_made_when_asked_for_and_the_same_from_any_thread()
    {
        var pyramid = Pictures.Pyramid(Pictures.Smooth(700, 500), 700, 500);
        var before = pyramid.Bytes;
        var levels = new PhotoPixels[16];
        Parallel.For(0, 16, i => levels[i] = pyramid.Level(2));
        Assert.All(levels, level => Assert.Same(levels[0], level));
        Assert.True(pyramid.Bytes > before);
        Assert.Equal((175, 125), (levels[0].Width, levels[0].Height));
        Assert.Equal(5, pyramid.Count);
    }
}
