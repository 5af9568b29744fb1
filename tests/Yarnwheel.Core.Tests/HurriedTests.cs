using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

/// <summary>Pictures that a hand waits for: edges that are not known yet are sought on a smaller picture.</summary>
public class HurriedTests
{
    private const int Width = 900;
    private const int Height = 720;

    private static readonly byte[] Blue = [30, 70, 150];
    private static readonly byte[] Brown = [150, 100, 60];

    private static readonly Recipe Followed = RecipeJson.Parse("""
        { "yarnwheel": 1, "areas": [ { "mask": { "parts": [ { "kind": "colour", "picks": [ { "x": 0.5, "y": 0.5 } ], "reach": 6, "fade": 3 } ] }, "edge": { "follow": 60, "fringe": 60 } } ] }
        """);

    /// <summary>A soft blue disc on a brown ground, mixed as a lens does, in light; both with grain.</summary>
    private static readonly Pyramid Photo = Disc();

    private static View All => View.Whole(Photo);

    [Fact]
    public void A_hurried_picture_looks_much_like_the_one_that_has_time()
    {
        byte[] exact = Draw(isHurried: false), hurried = Draw(isHurried: true), untouched = new PhotoRenderer(Photo).Frames.Draw(Followed with { Areas = [Followed.Areas[0] with { Edge = new EdgeRefinement() }] }, All, Show.Result);
        Assert.NotEqual(exact, hurried);
        double difference = Difference(hurried, exact), without = Difference(untouched, exact);
        Assert.True(difference < 0.35 * without, $"{difference} of {without}");
    }

    [Fact]
    public void What_is_known_already_is_used_in_a_hurry()
    {
        var renderer = new PhotoRenderer(Photo);
        var exact = renderer.Frames.Draw(Followed, All, Show.Result);
        Assert.Equal(exact, renderer.Frames.Draw(Followed, All, Show.Result, isHurried: true));
        // A half-size frame of a drag, too: what the whole photo's edge is need not be found again.
        var half = View.Whole(Photo) with { Scale = 0.5, Region = new Region(0, 0, Width / 2, Height / 2) };
        var known = renderer.Frames.Draw(Followed, half, Show.Result, isHurried: true);
        Assert.NotEqual(known, new PhotoRenderer(Photo).Frames.Draw(Followed, half, Show.Result, isHurried: true));
    }

    [Theory]
    [InlineData(60)]
    [InlineData(0)]
    public void A_hurried_picture_leaves_nothing_behind_in_the_next(double follow)
    {
        var recipe = Followed with { Areas = [Followed.Areas[0] with { Edge = new EdgeRefinement { Follow = follow, Fringe = 60, Feather = 1 } }] };
        var renderer = new PhotoRenderer(Photo);
        renderer.Frames.Draw(recipe, All, Show.Result, isHurried: true);
        Assert.Equal(new PhotoRenderer(Photo).Frames.Draw(recipe, All, Show.Result), renderer.Frames.Draw(recipe, All, Show.Result));
    }

    /// <summary>A half as large picture is solved on the same pixels as the hurried one, but with time: its strands go on.</summary>
    [Fact]
    public void What_was_solved_in_a_hurry_is_not_taken_for_what_had_time()
    {
        var photo = Disc(rays: 40);
        var half = new View(new Region(0, 0, Width / 2, Height / 2), 0.5);
        var renderer = new PhotoRenderer(photo);
        renderer.Frames.Draw(Followed, View.Whole(photo), Show.Result, isHurried: true);
        Assert.Equal(new PhotoRenderer(photo).Frames.Draw(Followed, half, Show.Result), renderer.Frames.Draw(Followed, half, Show.Result));
    }

    private static byte[] Draw(bool isHurried) => new PhotoRenderer(Photo).Frames.Draw(Followed, All, Show.Result, isHurried: isHurried);

    private static double Difference(byte[] one, byte[] other) => one.Zip(other, (a, b) => Math.Abs(a - b)).Average();

    private static Pyramid Disc(int rays = 0)
    {
        var random = new Random(4);
        var rgb = new byte[3 * Width * Height];
        for (var i = 0; i < Width * Height; i++)
        {
            double x = i % Width - Width / 2, y = i / Width - Height / 2;
            var share = Math.Clamp((200 - Math.Sqrt(x * x + y * y)) / 6 + 0.5, 0, 1);
            // Strands that reach far beyond it, a pixel or two wide.
            if (rays > 0 && double.Hypot(x, y) is > 190 and < 340 and var far) share = Math.Max(share, Math.Clamp(1.5 - far * Math.Abs(Math.Sin(Math.Atan2(y, x) * rays / 2)) * 2 / rays, 0, 1));
            var grain = 10 * (random.NextDouble() - 0.5);
            for (var c = 0; c < 3; c++) rgb[3 * i + c] = (byte)(255 * Srgb.Encode(share * Srgb.Decode(Blue[c] / 255.0) + (1 - share) * Srgb.Decode(Brown[c] / 255.0)) + grain);
        }
        return Pictures.Pyramid(rgb, Width, Height);
    }
}
