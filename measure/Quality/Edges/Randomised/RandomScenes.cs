namespace Yarnwheel.Measure.Quality.Edges.Randomised;

/// <summary>Scenes made at random, of which constants are found without a look at those that judge.</summary>
internal static class RandomScenes
{
    private const int Width = 512;
    private const int Height = 400;
    private const int Fine = 4;

    /// <summary>Within two ends.</summary>
    public static double Within(this Random random, double from, double to) => from + (to - from) * random.NextDouble();

    public static bool Chance(this Random random, double share) => random.NextDouble() < share;

    /// <param name="seed">The same gives the same.</param>
    /// <param name="surfaces">Of what subject and ground are made; null for dyes.</param>
    public static HardScene Of(int seed, PhotographedSurfaces? surfaces = null)
    {
        var random = new Random(seed * 7919 + 13);
        var canvas = new Canvas(Width, Height, Fine);
        var things = random.Chance(0.3) ? 2 : 1;
        for (var k = 0; k < things; k++) Draw(canvas, random);
        var alpha = Taken(canvas.Alpha(), random);
        var (own, rest) = surfaces is null ? Painted(random) : (surfaces.Surface(random, Width, Height), surfaces.Ground(random, Width, Height));
        for (var i = 0; i < own.Length; i++)
        {
            own[i] *= alpha[i / 3];
            rest[i] *= 1 - alpha[i / 3];
        }
        var scene = new MatteScene($"random {seed}", Width, Height, alpha, own, rest, Rough(alpha, random), []);
        return new HardScene(scene, new Capture(random.Chance(0.4) ? 0 : random.Within(0.5, 12), random.Chance(0.45) ? random.Next(60, 96) : null), SceneUse.Tuned);
    }

    /// <summary>A subject of one dye or two, and what is behind it.</summary>
    private static (float[] Own, float[] Ground) Painted(Random random)
    {
        var dyes = Enumerable.Range(0, 1 + random.Next(5)).Select(_ => RandomGrounds.Colour(random)).ToArray();
        var subject = RandomGrounds.Colour(random);
        if (random.Chance(0.25))
        {
            // Like beside like.
            var change = (float)random.Within(0.05, 0.5);
            dyes[random.Next(dyes.Length)] = [.. subject.Select(v => v * (1 + change * (float)random.Within(-1, 1)))];
        }
        var other = random.Chance(0.2) ? RandomGrounds.Colour(random) : subject;
        var rest = Textured(random, dyes, 20);
        if (random.Chance(0.35)) rest = Softening.BlurredLight(rest, random.Within(1, 14), Width, Height);
        return (Textured(random, [subject, other], 30), rest);
    }

    private static float[] Textured(Random random, float[][] dyes, double largest) =>
        Dyes.Texture(RandomGrounds.Of(random, dyes), random.Within(2, largest), (float)random.Within(0.05, 0.5), random.Next(), Width, Height);

    private static void Draw(Canvas canvas, Random random)
    {
        switch (random.Next(9))
        {
            case 0: RandomFigures.Twigs(canvas, Width, Height, random); break;
            case 1: RandomFigures.Cords(canvas, Width, Height, random); break;
            case 2: RandomFigures.Fuzz(canvas, random.Within(0.3, 0.7) * Width, random.Within(0.3, 0.8) * Height, random.Within(30, 110), (int)random.Within(0, 1500), random.Within(8, 80), random.Within(0.5, 1.6), random.Within(0.2, 2.5), random); break;
            case 3: RandomFigures.Drops(canvas, Width, Height, random); break;
            case 4: RandomFigures.Weave(canvas, Width, Height, random); break;
            case 5: RandomFigures.Leaves(canvas, Width, Height, random); break;
            case 6: RandomFigures.Strings(canvas, Width, Height, random); break;
            case 7: RandomFigures.Blot(canvas, Width, Height, random); break;
            default:
                for (var i = random.Next(4); i >= 0; i--)
                {
                    var outer = random.Within(20, 110);
                    canvas.Ring(random.Within(0.2, 0.8) * Width, random.Within(0.2, 0.8) * Height, outer, random.Chance(0.5) ? 0 : outer * random.Within(0.3, 0.9));
                }
                break;
        }
    }

    /// <summary>How it is seen: half through, out of focus, moved, partly in focus, or as it is.</summary>
    private static float[] Taken(float[] alpha, Random random)
    {
        if (random.Chance(0.06))
        {
            var thin = (float)random.Within(0.3, 0.7);
            var firm = new Canvas(Width, Height, 2);
            RandomFigures.Blot(firm, Width, Height, random);
            alpha = [.. alpha.Zip(firm.Alpha(), (a, solid) => a * (thin + (1 - thin) * solid))];
        }
        if (random.Chance(0.3)) alpha = Softening.Blurred(alpha, random.Within(0.7, 7), Width, Height);
        if (random.Chance(0.15))
        {
            double turn = random.Within(0, Math.PI), way = random.Within(2, 11);
            var steps = (int)Math.Ceiling(way);
            alpha = Softening.Moved(alpha, [.. Enumerable.Range(-steps, 2 * steps + 1).Select(k => ((int)Math.Round(way * k / steps * Math.Cos(turn)), (int)Math.Round(way * k / steps * Math.Sin(turn))))], Width, Height);
        }
        if (random.Chance(0.12))
        {
            var soft = Softening.Blurred(alpha, random.Within(2, 8), Width, Height);
            var noise = new SmoothNoise(random.Next());
            var size = random.Within(100, 300);
            alpha = [.. alpha.Select((a, i) => a + Math.Clamp(0.5f + noise.At(i % Width / size, i / Width / size) * 1.5f, 0, 1) * (soft[i] - a))];
        }
        return alpha;
    }

    /// <summary>A hand's mask: the body, more or less astray, hard or soft.</summary>
    private static float[] Rough(float[] alpha, Random random)
    {
        var wide = Softening.Blurred(alpha, random.Within(1, 4), Width, Height);
        var level = (float)(wide.Max() > 0.9f ? random.Within(0.25, 0.75) : random.Within(0.05, 0.2));
        var noise = new SmoothNoise(random.Next());
        double astray = random.Within(0.5, 6), size = random.Within(8, 50), soft = random.Chance(0.3) ? random.Within(0.5, 3) : 0;
        var rough = RoughMasks.Astray(wide, level, noise, astray, size, Width, Height);
        return soft > 0 ? Softening.Blurred(rough, soft, Width, Height) : rough;
    }
}
