using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

/// <summary>The sky, proposed by itself: drawn pictures whose sky is known.</summary>
public class SkyTests
{
    private const int Width = 420;
    private const int Height = 280;

    private static readonly (int, int, int) Stone = (120, 105, 90);

    private delegate (int R, int G, int B)? Ground(int x, int y);

    /// <summary>A sky wherever there is no ground.</summary>
    private static (byte[] Rgb, bool[] Sky) Picture(Func<int, int, (int R, int G, int B)> sky, Ground ground, int noise = 3)
    {
        var random = new Random(5);
        var (rgb, isSky) = (new byte[3 * Width * Height], new bool[Width * Height]);
        for (var i = 0; i < isSky.Length; i++)
        {
            int x = i % Width, y = i / Width;
            var there = ground(x, y);
            isSky[i] = there is null;
            var (r, g, b) = there ?? sky(x, y);
            (rgb[3 * i], rgb[3 * i + 1], rgb[3 * i + 2]) = (Clamp(r), Clamp(g), Clamp(b));
        }
        return (rgb, isSky);

        byte Clamp(int v) => (byte)Math.Clamp(v + random.Next(2 * noise + 1) - noise, 0, 255);
    }

    private static (int, int, int) Blue(int x, int y) => (95 + y / 3, 140 + y / 3, 205 + y / 8);

    private static (int, int, int) Cloudy(int x, int y)
    {
        var cloud = Math.Max(0, Math.Sin(x * 0.03 + 2 * Math.Sin(y * 0.02)) * Math.Sin(y * 0.05 + x * 0.011));
        var (r, g, b) = Blue(x, y);
        return ((int)(r + (235 - r) * cloud), (int)(g + (235 - g) * cloud), (int)(b + (238 - b) * cloud));
    }

    private static (int, int, int) Evening(int x, int y) => (235 - y / 8, 200 - y / 4, 170 - y / 3);

    private static (int, int, int)? Hills(int x, int y) => y > 170 + 20 * Math.Sin(x * 0.03) ? (60 + y % 7, 90 + x % 5, 45) : null;

    private static (int, int, int)? Tree(int x, int y) => Math.Abs(x - 200 - (y - 250) * 0.2) < 9 || (y is > 30 and < 180 && ((x + 2 * y) % 31 < 4 || (2 * x - y) % 47 is >= 0 and < 5) && Math.Abs(x - 200) < 120) ? (45, 38, 30) : Hills(x, y);

    private static (int, int, int)? Arch(int x, int y) => x > 230 && y > 60 && !((x - 320) * (x - 320) + (y - 170) * (y - 170) < 50 * 50 && y < 200) ? (120 + x * 7 % 11, 105 + y * 5 % 9, 90) : Hills(x, y);

    private static SubjectPart? Found(byte[] rgb) => new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height)).Findings.Sky();

    private static double Overlap(byte[] rgb, bool[] sky, SubjectPart part)
    {
        var mask = new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height)).Copies.Mask(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [part] } }] }, 0);
        int both = 0, either = 0;
        for (var i = 0; i < sky.Length; i++)
        {
            var own = mask[i] > 32767;
            if (own && sky[i]) both++;
            if (own || sky[i]) either++;
        }
        return both / (double)either;
    }

    public static TheoryData<string, double> Skies => new()
    {
        { "blue over hills", 0.98 }, { "clouds over hills", 0.97 }, { "evening over hills", 0.97 }, { "blue through a tree", 0.93 }, { "clouds through a tree", 0.9 }, { "blue through an arch", 0.97 },
    };

    [Theory]
    [MemberData(nameof(Skies))]
    public void It_comes_down_to_the_horizon_and_through_what_stands_before_it(string name, double least)
    {
        Func<int, int, (int, int, int)> above = name.StartsWith("clouds", StringComparison.Ordinal) ? Cloudy : name.StartsWith("evening", StringComparison.Ordinal) ? Evening : Blue;
        var (rgb, sky) = Picture(above, name.EndsWith("tree", StringComparison.Ordinal) ? Tree : name.EndsWith("arch", StringComparison.Ordinal) ? Arch : Hills);
        var part = Found(rgb);
        Assert.NotNull(part);
        Assert.InRange(Overlap(rgb, sky, part), least, 1);
        if (!name.EndsWith("arch", StringComparison.Ordinal)) return;
        // The patch within the arch belongs to it.
        var within = (bool[])sky.Clone();
        for (var i = 0; i < within.Length; i++) within[i] &= i % Width > 275 && i / Width > 125;
        var mask = new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height)).Copies.Mask(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [part] } }] }, 0);
        Assert.InRange(within.Select((w, i) => w && mask[i] > 32767 ? 1 : 0).Sum() / (double)within.Count(w => w), 0.95, 1);
    }

    [Fact]
    public void Where_there_is_none_none_is_proposed()
    {
        Assert.Null(Found(Pictures.Random(Width, Height)));
        // A wall of stones, leaves up to the top, sky all over, something light below alone.
        Assert.Null(Found(Picture(Blue, (x, y) => x % 40 < 3 || (y + x / 40 % 2 * 10) % 20 < 3 ? (200, 195, 185) : (Stone.Item1 + x * 13 % 31, Stone.Item2, Stone.Item3)).Rgb));
        Assert.Null(Found(Picture(Blue, (x, y) => (30 + x * 7 % 60, 90 + y * 11 % 70, 30)).Rgb));
        Assert.Null(Found(Picture(Blue, (_, _) => null).Rgb));
        Assert.Null(Found(Picture(Blue, (x, y) => y < 190 ? (70 + x * 7 % 30, 60, 50) : null).Rgb));
    }

    [Fact]
    public void It_is_an_ordinary_part_that_strokes_correct()
    {
        var (rgb, sky) = Picture(Blue, Hills);
        var part = Found(rgb)!;
        Assert.NotEmpty(part.Inside);
        Assert.NotEmpty(part.Outside);
        var mask = new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height)).Copies.Mask(new Recipe
        {
            Areas = [new Area { Mask = new Mask { Parts = [part with { Outside = part.Outside.Add([new StrokePoint { X = 0.02, Y = 0.04, Turn = 5, Width = 0.06 }, new StrokePoint { X = 0.1, Y = 0.04 }]) }] } }],
        }, 0);
        Assert.True(mask[11 * Width + 20] < 6000);
        Assert.True(sky[11 * Width + 20]);
    }
}
