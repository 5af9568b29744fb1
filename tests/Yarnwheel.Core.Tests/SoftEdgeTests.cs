using System.Numerics;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Matting;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Tests;

/// <summary>Edges that are out of focus, and those that only look so.</summary>
public class SoftEdgeTests
{
    private const int Width = 240, Height = 160;
    private const double Radius = 14;
    private static readonly Region All = new(0, 0, Width, Height);
    private static readonly Vector3 Rose = new(0.55f, 0.12f, 0.16f);
    private static readonly Vector3 Hedge = new(0.07f, 0.14f, 0.05f);

    /// <summary>A disc, blurred by a Gaussian, before a ground of two shades.</summary>
    private static Plane<float> Disc(double blur)
    {
        var disc = new Plane<float>(All, [.. Enumerable.Range(0, Width * Height).Select(i => Math.Clamp(55.5f - MathF.Sqrt(MathF.Pow(i % Width - 120, 2) + MathF.Pow(i / Width - 80, 2)), 0, 1))]);
        return blur > 0 ? GaussianBlur.Of(disc, blur, CancellationToken.None) : disc;
    }

    private static LightPlanes Photo(Plane<float> alpha)
    {
        var light = new LightPlanes(All);
        for (var i = 0; i < alpha.Values.Length; i++)
        {
            int x = i % Width, y = i / Width;
            var behind = Hedge * ((x / 11 + y / 11) % 2 == 0 ? 1 : 1.8f);
            var mixed = alpha.Values[i] * Rose * (1 + 0.15f * MathF.Sin(x * 0.31f + y * 0.17f)) + (1 - alpha.Values[i]) * behind;
            (light.Red[i], light.Green[i], light.Blue[i]) = (mixed.X, mixed.Y, mixed.Z);
        }
        return light;
    }

    /// <summary>Of each pixel right of the disc's middle, by how far it lies outside the contour.</summary>
    private static int Place(int outside) => 80 * Width + 175 + outside;

    private static (float[] Inside, float[] Outside)? Voices(LightPlanes light, float[] rough, double radius = Radius)
    {
        float[] rest = [.. rough.Select(m => 1 - m)];
        var picture = MattePicture.Of(light, 0);
        return SoftEdges.Of(picture, CellLight.Of(light, picture.Cell), rough, rough, rest, radius, TestContext.Current.CancellationToken);
    }

    private static float[] Cut(Plane<float> alpha, Func<int, int, bool>? moved = null) =>
        [.. alpha.Values.Select((a, i) => (moved?.Invoke(i % Width, i / Width) ?? a > 0.5f) ? 1f : 0)];

    [Fact]
    public void Beside_an_edge_out_of_focus_mixed_pixels_fall_silent_and_pure_ones_speak()
    {
        var alpha = Disc(5);
        var (inside, outside) = Voices(Photo(alpha), Cut(alpha))!.Value;
        Assert.True(inside[Place(-1)] < 1e-4 && outside[Place(1)] < 1e-4, $"{inside[Place(-1)]}, {outside[Place(1)]}");
        Assert.True(inside[Place(-13)] > 0.3 && outside[Place(13)] > 0.3, $"{inside[Place(-13)]}, {outside[Place(13)]}");
        // Farther away nobody is hushed.
        Assert.Equal(1, inside[Place(-20)]);
        Assert.Equal(1, outside[Place(20)]);
    }

    [Fact]
    public void A_sharp_edge_leaves_every_pixel_its_word_also_where_the_mask_runs_astray()
    {
        var alpha = Disc(0);
        Assert.Null(Voices(Photo(alpha), Cut(alpha)));
        var astray = Cut(alpha, (x, y) => Math.Sqrt(Math.Pow(x - 120, 2) + Math.Pow(y - 80, 2)) < 55.5 + 4 * Math.Sin(Math.Atan2(y - 80, x - 120) * 12));
        if (Voices(Photo(alpha), astray) is { } voices) Assert.True(voices.Inside.Min() > 0.01 && voices.Outside.Min() > 0.01);
    }

    [Theory]
    [InlineData(0.2)]
    [InlineData(0.35)]
    [InlineData(0.65)]
    [InlineData(0.8)]
    public void A_matte_is_as_wide_as_the_edge(double share)
    {
        var alpha = Disc(5);
        var rough = Cut(alpha);
        var found = MatteSolver.Solve(MattePicture.Of(Photo(alpha), 0), rough, 18, TestContext.Current.CancellationToken).Whole(rough);
        var there = Enumerable.Range(0, alpha.Values.Length).Where(i => Math.Abs(alpha.Values[i] - share) < 0.03).ToArray();
        Assert.Equal(share, there.Average(i => found.Values[i]), 0.1);
    }

    [Fact]
    public void Nothing_soft_is_seen_within_few_pixels_in_one_colour_or_on_a_mask_of_one_side()
    {
        var alpha = Disc(5);
        Assert.Null(Voices(Photo(alpha), Cut(alpha), radius: 3));
        Assert.Null(Voices(Photo(new Plane<float>(All)), new float[Width * Height]));
        var flat = new LightPlanes(All);
        Array.Fill(flat.Red, 0.3f);
        Assert.Null(Voices(flat, Cut(alpha)));
    }

    [Fact]
    public void A_colour_lies_where_it_is_mixed()
    {
        var block = new MatteBlock();
        var random = new Random(3);
        void Moments(Span<float> rows, Vector3 mean, int at)
        {
            // A spread of 0.02 along each channel.
            float[] moments = [1, mean.X, mean.Y, mean.Z, mean.X * mean.X + 4e-4f, mean.X * mean.Y, mean.X * mean.Z, mean.Y * mean.Y + 4e-4f, mean.Y * mean.Z, mean.Z * mean.Z + 4e-4f];
            for (var k = 0; k < 10; k++) rows[k * MatteBlock.Size + at] = moments[k];
        }
        var shares = Enumerable.Range(0, MatteBlock.Size).Select(_ => random.NextSingle()).ToArray();
        for (var k = 0; k < MatteBlock.Size; k++)
        {
            var mixed = shares[k] * Rose + (1 - shares[k]) * Hedge;
            (block.Red[k], block.Green[k], block.Blue[k]) = (mixed.X, mixed.Y, mixed.Z);
            Moments(block.Foreground, Rose, k);
            Moments(block.Background, Hedge, k);
        }
        ColourPlace.Of(block, MatteBlock.Size, 0.004f);
        for (var k = 0; k < MatteBlock.Size; k++) Assert.Equal(shares[k], block.Place[k], 1e-3f);
        Assert.All(block.Apart.ToArray(), a => Assert.True(a > 100));
    }
}
