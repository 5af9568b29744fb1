using OpenCvSharp;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Patches;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

/// <summary>The reach map against OpenCV's floodFill (OpenCvSharp4 4.13), fixed range, 4-connected.</summary>
public class PatchTests
{
    public static TheoryData<string> Kinds => ["smooth", "random", "blobs", "steps"];

    [Theory]
    [MemberData(nameof(Kinds))]
    public void At_every_tolerance_the_patch_equals_OpenCVs_flood_fill(string kind)
    {
        const int width = 173, height = 121;
        var rgb = Picture(kind, width, height);
        foreach (var (x, y) in (ReadOnlySpan<(int, int)>)[(60, 50), (0, 0), (172, 120)])
        {
            var map = ReachMap.Of(rgb, width, height, x, y);
            using var image = Mat.FromPixelData(height, width, MatType.CV_8UC3, rgb);
            for (var tolerance = 0; tolerance < 256; tolerance++)
            {
                using var mask = new Mat(height + 2, width + 2, MatType.CV_8UC1, Scalar.Black);
                var range = new Scalar(tolerance, tolerance, tolerance);
                Cv2.FloodFill(image, mask, new Point(x, y), Scalar.White, out _, range, range, FloodFillFlags.Link4 | FloodFillFlags.FixedRange | FloodFillFlags.MaskOnly | (FloodFillFlags)(255 << 8));
                mask.GetArray(out byte[] filled);
                for (var v = 0; v < height; v++)
                    for (var u = 0; u < width; u++)
                        if (filled[(v + 1) * (width + 2) + u + 1] > 0 != map[v * width + u] <= tolerance) Assert.Fail($"{kind}, tolerance {tolerance}, seed {x}, {y}, at {u}, {v}");
            }
        }
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(1, 200)]
    [InlineData(200, 1)]
    [InlineData(64, 64)]
    [InlineData(65, 128)]
    [InlineData(130, 63)]
    public void Tiles_of_any_picture_give_what_the_shortest_ways_give(int width, int height)
    {
        var rgb = Pictures.Random(width, height, 3);
        foreach (var (x, y) in (ReadOnlySpan<(int, int)>)[(0, 0), (width / 2, height / 2), (width - 1, height - 1)])
            Assert.Equal(ByShortestWays(rgb, width, height, x, y), ReachMap.Of(rgb, width, height, x, y));
    }

    [Fact]
    public void A_way_that_winds_through_every_tile_is_followed_to_its_end()
    {
        // Walls on every second row, open at one end in turns, and each passage a little dearer.
        const int width = 150, height = 201;
        var rgb = new byte[3 * width * height];
        for (var y = 0; y < height; y++)
            for (var x = 0; x < width; x++)
            {
                var isWall = y % 2 == 1 && x != (y % 4 == 1 ? width - 1 : 0);
                rgb[3 * (y * width + x) + y % 3] = (byte)(isWall ? 250 : y / 2);
            }
        var map = ReachMap.Of(rgb, width, height, 0, 0);
        Assert.Equal(ByShortestWays(rgb, width, height, 0, 0), map);
        Assert.Equal(100, map[^1]);
    }

    [Fact]
    public void One_thread_finds_what_several_find()
    {
        const int width = 700, height = 500;
        var rgb = Picture("blobs", width, height);
        byte[]? alone = null;
        // On a thread that has a piece of the picture to itself nothing is shared out.
        Rows.Apart(() => alone = ReachMap.Of(rgb, width, height, 300, 200));
        for (var run = 0; run < 5; run++) Assert.Equal(alone, ReachMap.Of(rgb, width, height, 300, 200));
    }

    [Fact]
    public void What_is_cancelled_ends()
    {
        using var ended = new CancellationTokenSource();
        ended.Cancel();
        Assert.ThrowsAny<OperationCanceledException>(() => ReachMap.Of(Pictures.Random(300, 200), 300, 200, 5, 5, ended.Token));
    }

    [Theory]
    [InlineData(40, 30)]
    [InlineData(1, 1)]
    [InlineData(17, 2)]
    public void Everywhere_is_the_largest_channel_difference(int width, int height)
    {
        var rgb = Pictures.Random(width, height);
        int x = width / 6, y = height / 3;
        var map = ReachMap.Everywhere(rgb, width, height, x, y);
        var seed = 3 * (y * width + x);
        for (var i = 0; i < map.Length; i++)
            Assert.Equal(Enumerable.Range(0, 3).Max(c => Math.Abs(rgb[3 * i + c] - rgb[seed + c])), map[i]);
    }

    [Fact]
    public void Several_presses_add_up_and_one_can_take_away()
    {
        // Two plates of one colour each on black.
        var rgb = new byte[3 * 60 * 20];
        for (var y = 4; y < 16; y++)
            for (var x = 5; x < 55; x++)
                if (x is < 25 or > 34) (rgb[3 * (y * 60 + x)], rgb[3 * (y * 60 + x) + 1]) = ((byte)200, (byte)(x < 25 ? 0 : 60));
        var renderer = new PhotoRenderer(Pictures.Pyramid(rgb, 60, 20));
        ushort At(ushort[] mask, int x) => mask[10 * 60 + x];
        var both = renderer.Copies.Mask(Recipe(new PatchSeed { X = 0.25, Y = 0.5, Reach = 5 }, new PatchSeed { X = 0.75, Y = 0.5, Reach = 5 }), 0);
        Assert.Equal((65535, 0, 65535), (At(both, 15), At(both, 30), At(both, 45)));
        var one = renderer.Copies.Mask(Recipe(new PatchSeed { X = 0.25, Y = 0.5, Reach = 255 }, new PatchSeed { X = 0.75, Y = 0.5, Reach = 5, TakeAway = true }), 0);
        Assert.Equal((65535, 65535, 0), (At(one, 15), At(one, 30), At(one, 45)));
    }

    private static Recipe Recipe(params PatchSeed[] seeds) => new() { Areas = [new Area { Mask = new Mask { Parts = [new PatchPart { Seeds = [.. seeds], Fade = 0 }] } }] };

    /// <summary>Pixel by pixel, the nearest first (Dijkstra 1959; the cost of a way is the largest on it).</summary>
    private static byte[] ByShortestWays(byte[] rgb, int width, int height, int seedX, int seedY)
    {
        var differences = ReachMap.Everywhere(rgb, width, height, seedX, seedY);
        var map = new byte[differences.Length];
        var seen = new bool[differences.Length];
        var waiting = new PriorityQueue<int, int>();
        waiting.Enqueue(seedY * width + seedX, 0);
        while (waiting.TryDequeue(out var at, out var cost))
        {
            if (seen[at]) continue;
            seen[at] = true;
            map[at] = (byte)cost;
            int x = at % width, y = at / width;
            foreach (var (u, v) in (ReadOnlySpan<(int, int)>)[(x - 1, y), (x + 1, y), (x, y - 1), (x, y + 1)])
            {
                if (u < 0 || u >= width || v < 0 || v >= height || seen[v * width + u]) continue;
                waiting.Enqueue(v * width + u, Math.Max(cost, differences[v * width + u]));
            }
        }
        return map;
    }

    private static byte[] Picture(string kind, int width, int height)
    {
        var rgb = kind switch { "smooth" => Pictures.Smooth(width, height), _ => Pictures.Random(width, height, 5) };
        if (kind == "steps") rgb = Array.ConvertAll(Pictures.Smooth(width, height), v => (byte)(v / 40 * 40));
        if (kind != "blobs") return rgb;
        using var image = Mat.FromPixelData(height, width, MatType.CV_8UC3, rgb);
        using var blurred = new Mat();
        Cv2.GaussianBlur(image, blurred, new Size(0, 0), 4);
        Cv2.Normalize(blurred, blurred, 0, 255, NormTypes.MinMax);
        blurred.GetArray(out Vec3b[] pixels);
        return pixels.SelectMany(p => new[] { p.Item0, p.Item1, p.Item2 }).ToArray();
    }
}
