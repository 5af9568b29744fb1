using Yarnwheel.Core.Recipes;
using Yarnwheel.DemoScenes.Truth;

namespace Yarnwheel.DemoScenes.Tests;

public class RoughGestureTests
{
    private const int Width = 240;
    private const int Height = 160;

    private static float[] Mask(Func<double, double, bool> inside) =>
        [.. Enumerable.Range(0, Width * Height).Select(i => inside(i % Width + 0.5, i / Width + 0.5) ? 1f : 0)];

    private static IEnumerable<int> Along(IReadOnlyList<StrokePoint> stroke)
    {
        for (var t = 0.0; t <= 1; t += 0.05)
            yield return (int)((stroke[0].Y * (1 - t) + stroke[1].Y * t) * Height) * Width + (int)((stroke[0].X * (1 - t) + stroke[1].X * t) * Width);
    }

    public static TheoryData<string> Subjects => ["disc", "ring", "two", "corner", "bar"];

    private static float[] Named(string name) => name switch
    {
        "disc" => Mask((x, y) => Math.Pow(x - 120, 2) + Math.Pow(y - 80, 2) < 900),
        "ring" => Mask((x, y) => Math.Sqrt(Math.Pow(x - 120, 2) + Math.Pow(y - 80, 2)) is > 30 and < 50),
        "two" => Mask((x, y) => Math.Pow(x - 60, 2) + Math.Pow(y - 80, 2) < 400 || Math.Pow(x - 180, 2) + Math.Pow(y - 60, 2) < 300),
        "corner" => Mask((x, y) => x < 60 && y < 50),
        _ => Mask((x, _) => x is > 100 and < 108),
    };

    [Theory]
    [MemberData(nameof(Subjects))]
    public void The_box_holds_the_subject_and_each_stroke_keeps_to_its_side(string name)
    {
        var alpha = Named(name);
        var part = RoughGesture.For(alpha, Width, Height);
        for (var i = 0; i < alpha.Length; i++)
        {
            if (alpha[i] == 0) continue;
            Assert.InRange((i % Width + 0.5) / Width, part.Box!.X0, part.Box.X1);
            Assert.InRange((i / Width + 0.5) / Height, part.Box.Y0, part.Box.Y1);
        }
        Assert.All(part.Inside, stroke => Assert.All(Along(stroke), i => Assert.Equal(1, alpha[i])));
        Assert.All(part.Outside, stroke => Assert.All(Along(stroke), i => Assert.Equal(0, alpha[i])));
        Assert.Single(part.Inside);
        Assert.Single(part.Outside);
        Assert.InRange(part.Width, 0.0001, 0.012);
        Assert.Empty(RecipeValidator.Check(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [part] } }] }));
    }

    [Fact]
    public void Thin_things_get_a_thin_stroke()
    {
        var part = RoughGesture.For(Named("bar"), Width, Height);
        Assert.True(part.Width * Width < 8);
    }

    [Fact]
    public void Where_little_is_seen_unmixed_the_stroke_goes_through_what_is_mixed()
    {
        // A block behind steam: unmixed in one corner only.
        var alpha = new float[Width * Height];
        for (var y = 40; y < 100; y++)
            for (var x = 40; x < 140; x++) alpha[y * Width + x] = x < 44 && y < 44 ? 1 : 0.8f;
        var part = RoughGesture.For(alpha, Width, Height);
        var start = part.Inside[0][0];
        Assert.InRange(start.X * Width, 60, 120);
        Assert.InRange(start.Y * Height, 60, 80);
        Assert.True(part.Width > 0.01);
    }

    [Fact]
    public void Nothing_gives_no_gesture()
    {
        var part = RoughGesture.For(new float[Width * Height], Width, Height);
        Assert.Empty(part.Inside);
        Assert.Null(part.Box);
    }
}
