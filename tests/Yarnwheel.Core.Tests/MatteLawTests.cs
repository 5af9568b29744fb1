using System.Numerics;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Matting;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Tests;

/// <summary>What a refined edge may never do, on small scenes of which the truth is known, whatever the slider says.</summary>
public class MatteLawTests
{
    private const int Width = 260;
    private const int Height = 170;
    private static readonly Region All = new(0, 0, Width, Height);

    /// <summary>The photo, the truth, and the mask to begin with.</summary>
    private sealed record Scene(LightPlanes Light, float[] Truth, float[] Rough);

    public static TheoryData<string> Names => ["twigs before two colours", "wires before four colours", "drops", "fuzz before its own dye", "out of focus", "mixed by encoded values", "grain"];

    [Theory]
    [MemberData(nameof(Names))]
    public void A_mask_never_comes_out_worse_than_it_went_in(string name)
    {
        var scene = Build(name);
        foreach (var (follow, alpha) in Followed(scene))
            Assert.True(Off(alpha, scene.Truth) <= Off(scene.Rough, scene.Truth) * 1.001, $"follow {follow}: {Off(scene.Rough, scene.Truth):F0} -> {Off(alpha, scene.Truth):F0}");
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void What_lies_deep_on_one_side_stays_there_and_no_island_comes_that_was_not_there(string name)
    {
        var scene = Build(name);
        var near = DistanceTransform.Of(Contours.Of(Marks.Above(scene.Truth, 0.5f), All), Width, Height);
        var nearRough = DistanceTransform.Of(Contours.Of(Marks.Above(scene.Rough, 0.5f), All), Width, Height);
        foreach (var (follow, alpha) in Followed(scene))
        {
            for (var i = 0; i < alpha.Length; i++)
            {
                if (near.Distance(i) < 20 || nearRough.Distance(i) < 20 || scene.Truth[i] is > 0.001f and < 0.999f) continue;
                Assert.True(Math.Abs(alpha[i] - scene.Truth[i]) < 0.02f, $"follow {follow}: {alpha[i]} at {i % Width}, {i / Width}");
            }
            var pieces = Components.Of(Marks.Above(alpha, 0.5f), Width, Height);
            var known = new bool[pieces.Count];
            var size = new int[pieces.Count];
            foreach (var run in pieces.Runs)
            {
                size[run.Label] += run.End - run.Begin;
                for (var x = run.Begin; x < run.End; x++) known[run.Label] |= scene.Rough[run.Y * Width + x] > 0.5f || scene.Truth[run.Y * Width + x] > 0.3f;
            }
            Assert.All(Enumerable.Range(0, pieces.Count), k => Assert.True(known[k] || size[k] < 4, $"follow {follow}: an island of {size[k]} pixels"));
        }
    }

    [Theory]
    [MemberData(nameof(Names))]
    public void More_follow_reaches_farther_and_moves_little_at_a_time(string name)
    {
        var scene = Build(name);
        var picture = MattePicture.Of(scene.Light, 0);
        float[] Refined(double radius) => radius == 0 ? scene.Rough : MatteSolver.Solve(picture, scene.Rough, radius, CancellationToken.None).Whole(scene.Rough).Values;
        var before = scene.Rough;
        for (var radius = 0.4; radius <= 8; radius += 0.4)
        {
            var now = Refined(radius);
            Assert.True(Off(now, before) < 0.02 * now.Length, $"radius {radius}: {Off(now, before) / now.Length:F4} a pixel");
            before = now;
        }
    }

    [Fact]
    public void Strands_that_the_rough_mask_lost_are_followed()
    {
        var scene = Build("twigs before two colours");
        var lost = Enumerable.Range(0, scene.Truth.Length).Where(i => scene.Truth[i] > 0.7f && scene.Rough[i] < 0.5f).ToArray();
        Assert.True(lost.Length > 300, $"{lost.Length}");
        var alpha = Followed(scene).Last().Alpha;
        Assert.True(lost.Count(i => alpha[i] > 0.5f) > 0.6 * lost.Length, $"{lost.Count(i => alpha[i] > 0.5f)} of {lost.Length}");
    }

    /// <summary>The law of no worse mask is broken here: 258 → 357 at follow 45 and 901 at 100. Before alarms were asked for it was 4172 and 11314, all over the fur.</summary>
    [Fact]
    public void Hair_of_the_ground_that_is_as_dark_as_a_cloth_before_it_is_no_strand_of_it()
    {
        var scene = Build("dark cloth before fur");
        foreach (var (follow, alpha) in Followed(scene))
        {
            Assert.True(Off(alpha, scene.Truth) < 4 * Off(scene.Rough, scene.Truth), $"follow {follow}: {Off(scene.Rough, scene.Truth):F0} -> {Off(alpha, scene.Truth):F0}");
            var far = Enumerable.Range(0, alpha.Length).Where(i => double.Hypot(i % Width - 130, i / Width - 85) > 65);
            Assert.All(far, i => Assert.True(alpha[i] < 0.5f, $"follow {follow}: {alpha[i]} at {i % Width}, {i / Width}"));
        }
    }

    private static IEnumerable<(double Follow, float[] Alpha)> Followed(Scene scene)
    {
        var picture = MattePicture.Of(scene.Light, 0);
        foreach (var follow in (double[])[15, 45, 100])
            yield return (follow, MatteSolver.Solve(picture, scene.Rough, follow / 100 * Math.Max(4, 0.025 * Width), CancellationToken.None).Whole(scene.Rough).Values);
    }

    private static double Off(float[] mask, float[] other) => mask.Zip(other, (a, b) => Math.Abs((double)a - b)).Sum();

    private static readonly System.Collections.Concurrent.ConcurrentDictionary<string, Scene> Built = new();

    private static Scene Build(string name) => Built.GetOrAdd(name, Draw);

    private static Scene Draw(string name)
    {
        Vector3 madder = new(0.42f, 0.035f, 0.03f), bark = new(0.07f, 0.045f, 0.03f), orange = new(0.66f, 0.24f, 0.03f), blue = new(0.04f, 0.16f, 0.45f), weld = new(0.62f, 0.47f, 0.06f), leaf = new(0.1f, 0.24f, 0.05f);
        Vector3 Fur(float x, float y) => MathF.Sin(1.1f * x + 3 * MathF.Sin(y / 13) + MathF.Sin(x / 17)) > 0.1f ? new(0.05f, 0.055f, 0.065f) : new(0.3f, 0.27f, 0.25f);
        Vector3 Patches(float x, float y, Vector3[] dyes) => dyes[(int)(2 + 2 * Math.Sin(x / 41 + 0.7 * Math.Sin(y / 23)) - 1e-6) * dyes.Length / 4 % dyes.Length];
        return name switch
        {
            "twigs before two colours" => Of(Branches(), bark, (x, y) => Patches(x, y, [orange, blue]), Body),
            "wires before four colours" => Of(Wires(), bark, (x, y) => Patches(x, y, [orange, blue, weld, leaf]), Body),
            "drops" => Of(Drops(), madder, (_, _) => weld, (a, _) => Shifted(a, 1)),
            "fuzz before its own dye" => Of(Fuzz(), madder, (x, y) => Math.Sin(x / 19) * Math.Sin(y / 17) > 0.6 ? madder : leaf, (a, _) => Shifted(a, 2)),
            // As pictures are that a program put together, not a lens.
            "mixed by encoded values" => Of(SoftDisc, blue, (x, y) => Patches(x, y, [weld, leaf]), (a, _) => Shifted(a, 2), isEncoded: true),
            "out of focus" => Of(SoftDisc, madder, (x, y) => ((int)(x / 7) + (int)(y / 7)) % 2 == 0 ? leaf : weld, (a, _) => Shifted(a, 2)),
            // Hair as dark as the cloth lies all over its ground: what goes on from the contour is no strand.
            "dark cloth before fur" => Of((x, y) => Math.Sqrt((x - 130) * (x - 130) + (y - 85) * (y - 85)) < 45 ? 1 : 0, new Vector3(0.035f, 0.05f, 0.07f), Fur, (a, _) => Shifted(a, 1), grain: 0.35f),
            _ => Of(Fuzz(), weld, (x, y) => Patches(x, y, [leaf, blue]), (a, _) => Shifted(a, 2), grain: 0.03f),
        };
    }

    private static Scene Of(Func<double, double, double> alpha, Vector3 own, Func<float, float, Vector3> behind, Func<float[], Func<double, double, double>, float[]> rough, float grain = 0, bool isEncoded = false)
    {
        var random = new Random(5);
        var truth = new float[Width * Height];
        var light = new LightPlanes(All);
        for (var i = 0; i < truth.Length; i++)
        {
            int x = i % Width, y = i / Width;
            for (var s = 0; s < 9; s++) truth[i] += (float)alpha(x + (s % 3 + 0.5) / 3, y + (s / 3 + 0.5) / 3) / 9;
            truth[i] = Math.Clamp(truth[i], 0, 1);
            Vector3 subject = own * (1 + 0.25f * MathF.Sin(x * 0.31f + y * 0.17f)), ground = behind(x, y) * (1 + 0.2f * MathF.Cos(x * 0.23f - y * 0.29f));
            var mixed = isEncoded ? Decoded(truth[i] * Encoded(subject) + (1 - truth[i]) * Encoded(ground)) : truth[i] * subject + (1 - truth[i]) * ground;
            float Noisy(float v) => MathF.Max(0, v * (1 + grain * (float)(random.NextDouble() + random.NextDouble() + random.NextDouble() - 1.5) * 2));
            (light.Red[i], light.Green[i], light.Blue[i]) = (Noisy(mixed.X), Noisy(mixed.Y), Noisy(mixed.Z));
        }
        return new Scene(light, truth, rough(truth, alpha));
    }

    private static Vector3 Encoded(Vector3 light) => new(Srgb.Encode(light.X), Srgb.Encode(light.Y), Srgb.Encode(light.Z));

    private static Vector3 Decoded(Vector3 encoded) => new((float)Srgb.Decode((double)encoded.X), (float)Srgb.Decode((double)encoded.Y), (float)Srgb.Decode((double)encoded.Z));

    private static double SoftDisc(double x, double y) => Math.Clamp(0.5 - (double.Hypot(x - 130, y - 85) - 55) / 9, 0, 1);

    /// <summary>A hard mask some pixels off its place.</summary>
    private static float[] Shifted(float[] truth, int by) =>
        [.. Enumerable.Range(0, truth.Length).Select(i => truth[Math.Max(0, i / Width - by) * Width + Math.Max(0, i % Width - by)] >= 0.5f ? 1f : 0f)];

    /// <summary>What is left of a mask whose thin parts were lost.</summary>
    private static float[] Body(float[] truth, Func<double, double, double> _)
    {
        var wide = SmallBlur.Of(truth, Width, Height, 2.5);
        return [.. wide.Select(w => w >= 0.5f ? 1f : 0f)];
    }

    private static Func<double, double, double> Branches()
    {
        var strokes = new List<(double X0, double Y0, double X1, double Y1, double Half)>();
        void Branch(double x, double y, double angle, double length, double half, int depth)
        {
            double u = x + length * Math.Cos(angle), v = y + length * Math.Sin(angle);
            strokes.Add((x, y, u, v, half));
            if (depth == 0) return;
            foreach (var turn in (double[])[-0.6, 0.5]) Branch(u, v, angle + turn, 0.72 * length, Math.Max(0.75, 0.5 * half), depth - 1);
        }
        Branch(130, 170, -Math.PI / 2, 55, 7, 4);
        return (x, y) => strokes.Any(s => Away(x, y, s.X0, s.Y0, s.X1, s.Y1) < s.Half) ? 1 : 0;
    }

    private static Func<double, double, double> Wires() =>
        (x, y) => Math.Abs(x - 70) < 12 || Enumerable.Range(0, 6).Any(k => Math.Abs(y - (18 + 26 * k + 6 * Math.Sin(x / 60))) < 0.8 + 0.15 * k) ? 1 : 0;

    private static Func<double, double, double> Drops()
    {
        var random = new Random(3);
        var drops = Enumerable.Range(0, 40).Select(_ => (X: 20 + 220 * random.NextDouble(), Y: 15 + 140 * random.NextDouble(), R: 2 + 8 * Math.Pow(random.NextDouble(), 2))).ToArray();
        return (x, y) => drops.Any(d => (x - d.X) * (x - d.X) + (y - d.Y) * (y - d.Y) < d.R * d.R) ? 1 : 0;
    }

    private static Func<double, double, double> Fuzz()
    {
        var random = new Random(4);
        var hairs = Enumerable.Range(0, 160).Select(_ =>
        {
            double angle = 2 * Math.PI * random.NextDouble(), length = 48 + 12 * random.NextDouble(), bend = 0.25 * (random.NextDouble() - 0.5);
            return (130 + 40 * Math.Cos(angle), 85 + 40 * Math.Sin(angle), 130 + length * Math.Cos(angle + bend), 85 + length * Math.Sin(angle + bend));
        }).ToArray();
        return (x, y) => (x - 130) * (x - 130) + (y - 85) * (y - 85) < 45 * 45 || hairs.Any(h => Away(x, y, h.Item1, h.Item2, h.Item3, h.Item4) < 0.6) ? 1 : 0;
    }

    private static double Away(double x, double y, double x0, double y0, double x1, double y1)
    {
        double dx = x1 - x0, dy = y1 - y0, t = Math.Clamp(((x - x0) * dx + (y - y0) * dy) / (dx * dx + dy * dy), 0, 1);
        return Math.Sqrt(Math.Pow(x - x0 - t * dx, 2) + Math.Pow(y - y0 - t * dy, 2));
    }
}
