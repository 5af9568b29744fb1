using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Patches;
using Yarnwheel.Core.Masks.Reaches;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

/// <summary>The reach that fits a photo.</summary>
public class ReachTests
{
    private const int Width = 240;
    private const int Height = 160;

    [Theory]
    [InlineData(1, 1)]
    [InlineData(7, 1)]
    [InlineData(1, 9)]
    [InlineData(23, 17)]
    public void Borders_are_counted_as_by_looking_at_each_threshold_by_itself(int width, int height)
    {
        var random = new Random(width * 31 + height);
        var region = new Region(0, 0, width, height);
        var lab = new LabPlanes(region);
        foreach (var plane in (float[][])[lab.L, lab.A, lab.B])
            for (var i = 0; i < plane.Length; i++) plane[i] = random.NextSingle() * 0.2f;
        var steps = new byte[width * height];
        random.NextBytes(steps);
        var found = ContourCounts.Of(lab, steps, TestContext.Current.CancellationToken);
        for (var t = 0; t < ContourCounts.Thresholds; t += 16)
        {
            long length = 0, contrast = 0;
            void Pair(int i, int j, int a, int b)
            {
                if (steps[i] < t == steps[j] < t) return;
                length++;
                var (l, g, y) = (lab.L[a] - lab.L[b], lab.A[a] - lab.A[b], lab.B[a] - lab.B[b]);
                contrast += (int)(100 * MathF.Min(8, 100 * MathF.Sqrt(l * l + g * g + y * y)));
            }
            for (var y = 0; y < height; y++)
            {
                for (var x = 0; x < width; x++)
                {
                    int At(int u, int v) => Math.Clamp(v, 0, height - 1) * width + Math.Clamp(u, 0, width - 1);
                    if (x + 1 < width) Pair(At(x, y), At(x + 1, y), At(x - 1, y), At(x + 2, y));
                    if (y + 1 < height) Pair(At(x, y), At(x, y + 1), At(x, y - 1), At(x, y + 2));
                }
            }
            Assert.Equal((steps.LongCount(s => s < t), length, contrast), (found.Area[t], found.Length[t], found.Contrast[t]));
        }
    }

    [Fact]
    public void What_hangs_together_with_several_picks_is_what_hangs_together_with_any_of_them()
    {
        const int width = 150, height = 90;
        var region = new Region(0, 0, width, height);
        var keep = new Plane<float>(region);
        var random = new Random(5);
        for (var i = 0; i < keep.Values.Length; i++) keep.Values[i] = random.NextSingle() * 0.8f;
        (int X, int Y)[] places = [(3, 4), (149, 0), (70, 89)];
        var picked = new bool[width * height];
        foreach (var (x, y) in places) picked[y * width + x] = true;
        var steps = ColourSteps.Of(keep, null, picked, TestContext.Current.CancellationToken);
        Assert.Equal(keep.Values.Select(d => (byte)Math.Min(255, d * 400)), steps.Anywhere);
        var singly = places.Select(p => ReachTiles.Solve(steps.Anywhere, width, height, [p], TestContext.Current.CancellationToken)).ToArray();
        Assert.Equal(Enumerable.Range(0, width * height).Select(i => singly.Min(s => s[i])), steps.Joined);
    }

    [Fact]
    public void What_is_nearer_to_a_shade_left_out_is_taken_at_no_reach()
    {
        var region = new Region(0, 0, 3, 1);
        var steps = ColourSteps.Of(new Plane<float>(region, [0.01f, 0.02f, 0.05f]), new Plane<float>(region, [0.3f, 0.01f, 0.05f]), new bool[3], TestContext.Current.CancellationToken);
        Assert.Equal([4, 255, 20], steps.Anywhere);
        Assert.Same(steps.Anywhere, steps.Joined);
    }

    // A thing's dye, and two behind it; linear light.
    public static TheoryData<string, float[], float[], float[]> Dyes => new()
    {
        { "madder before hedge and stone", [0.42f, 0.035f, 0.03f], [0.07f, 0.14f, 0.05f], [0.35f, 0.33f, 0.30f] },
        { "teal before brick and mortar", [0.03f, 0.22f, 0.20f], [0.20f, 0.07f, 0.04f], [0.30f, 0.27f, 0.24f] },
        { "rose before madder", [0.55f, 0.12f, 0.16f], [0.42f, 0.035f, 0.03f], [0.42f, 0.035f, 0.03f] },
        { "linen before walnut and iron", [0.45f, 0.40f, 0.31f], [0.09f, 0.05f, 0.03f], [0.05f, 0.055f, 0.07f] },
        { "indigo before dark stone", [0.03f, 0.05f, 0.19f], [0.10f, 0.10f, 0.10f], [0.16f, 0.15f, 0.14f] },
    };

    [Theory]
    [MemberData(nameof(Dyes))]
    public void One_pick_takes_a_thing_of_one_dye_whole_and_nothing_else(string _, float[] dye, float[] behind, float[] further)
    {
        var (photo, inside) = Drawn(dye, behind, further);
        var part = new ColourPart { Picks = [new ShadePick { X = 0.5, Y = 0.5 }], Lightness = 25 };
        var renderer = new PhotoRenderer(Pictures.Pyramid(photo, Width, Height));
        var read = renderer.Reaches.Of(new Light(), part, TestContext.Current.CancellationToken)!;
        var mask = renderer.Copies.Mask(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [part with { Reach = read.Reach, Fade = read.Fade }] } }] }, 0);
        double both = 0, any = 0;
        for (var i = 0; i < inside.Length; i++)
        {
            var kept = mask[i] / 65535.0;
            both += inside[i] ? kept : 0;
            any += inside[i] ? 1 : kept;
        }
        Assert.True(both / any > 0.9, $"overlap {both / any:F3} at reach {read.Reach}, fade {read.Fade}");
    }

    [Fact]
    public void A_mirrored_photo_and_the_same_one_again_give_the_same_reading()
    {
        var (photo, _) = Drawn([0.42f, 0.035f, 0.03f], [0.07f, 0.14f, 0.05f], [0.35f, 0.33f, 0.30f]);
        var mirrored = new byte[photo.Length];
        for (var i = 0; i < Width * Height; i++) photo.AsSpan(3 * (i / Width * Width + Width - 1 - i % Width), 3).CopyTo(mirrored.AsSpan(3 * i));
        ReachReading Read(byte[] rgb, double x) => new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height)).Reaches.Of(new Light(), new ColourPart { Picks = [new ShadePick { X = x, Y = 0.5 }] }, TestContext.Current.CancellationToken)!;
        var read = Read(photo, 100.5 / Width);
        foreach (var other in (ReachReading[])[Read(photo, 100.5 / Width), Read(mirrored, 139.5 / Width)])
        {
            Assert.Equal((read.Reach, read.Fade), (other.Reach, other.Fade));
            Assert.Equal(read.Shares, other.Shares);
        }
        Assert.InRange(read.Shares.Sum(), 0.5, 1.0001);
    }

    [Fact]
    public void Without_a_shade_there_is_nothing_to_read_and_one_that_was_brought_along_is_read()
    {
        var (photo, _) = Drawn([0.42f, 0.035f, 0.03f], [0.07f, 0.14f, 0.05f], [0.35f, 0.33f, 0.30f]);
        var reaches = new PhotoRenderer(Pictures.Pyramid(photo, Width, Height)).Reaches;
        Assert.Null(reaches.Of(new Light(), new ColourPart { LeaveOut = [new ShadePick { X = 0.1, Y = 0.1 }] }, TestContext.Current.CancellationToken));
        var (l, a, b) = OkLab.FromLinear(0.42f, 0.035f, 0.03f);
        var brought = reaches.Of(new Light(), new ColourPart { Picks = [new ShadePick { Shades = [new PickedShade { L = l, A = a, B = b }] }] }, TestContext.Current.CancellationToken)!;
        Assert.InRange(brought.Reach, 1, 20);
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(64, 1)]
    [InlineData(40, 40)]
    public void A_photo_of_one_colour_and_a_tiny_one_have_a_reach(int width, int height)
    {
        var rgb = new byte[3 * width * height];
        for (var i = 0; i < rgb.Length; i++) rgb[i] = (byte)(i % 3 == 0 ? 90 : 20);
        var read = new PhotoRenderer(Pictures.Pyramid(rgb, width, height)).Reaches.Of(new Light(), new ColourPart { Picks = [new ShadePick { X0 = 0, Y0 = 0, X1 = 1, Y1 = 1 }] }, TestContext.Current.CancellationToken)!;
        Assert.InRange(read.Reach, 0.1, 25);
        Assert.Equal(1, read.Shares[0], 6);
    }

    /// <summary>A disc of a dye with grain and shading, before two others in patches.</summary>
    private static (byte[] Rgb, bool[] Inside) Drawn(float[] dye, float[] behind, float[] further)
    {
        var random = new Random(11);
        var (rgb, inside) = (new byte[3 * Width * Height], new bool[Width * Height]);
        for (var i = 0; i < inside.Length; i++)
        {
            int x = i % Width, y = i / Width;
            double dx = x - 119.5, dy = y - 79.5, distance = Math.Sqrt(dx * dx + dy * dy);
            inside[i] = distance < 55;
            var light = (inside[i] ? 1 - 0.35 * distance / 55 : 1) * (1 + 0.06 * (random.NextDouble() - 0.5));
            var own = inside[i] ? dye : (x / 30 + y / 30) % 2 == 0 ? behind : further;
            for (var c = 0; c < 3; c++) rgb[3 * i + c] = SrgbByte.Encode((float)(own[c] * light));
        }
        return (rgb, inside);
    }
}
