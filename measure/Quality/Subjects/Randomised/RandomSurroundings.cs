using Yarnwheel.Measure.Quality.Edges.Randomised;
using Yarnwheel.Measure.Quality.Subjects.Things;

namespace Yarnwheel.Measure.Quality.Subjects.Randomised;

/// <summary>What things made at random stand before, and what stands before them.</summary>
internal static class RandomSurroundings
{
    public static void Behind(ThingPicture p, Random random, float[][] dyes)
    {
        float[] Dye() => dyes[random.Next(dyes.Length)];
        switch (random.Next(9))
        {
            case 0: ThingGrounds.Room(p, Dye(), Dye(), p.Height * random.Within(0.3, 0.9)); break;
            case 1: ThingGrounds.Planks(p, Dye(), random.Within(14, 60)); break;
            case 2: ThingGrounds.Stripes(p, Dye(), Dye(), random.Within(10, 80), random.Within(-1, 1)); break;
            case 3: ThingGrounds.Leaves(p, Dye(), random.Next(80, 500), random.Next()); break;
            case 4: ThingGrounds.Blobs(p, Dye(), Dye(), random.Next(10, 60), random.Next()); break;
            case 5: ThingGrounds.Bricks(p, Dye(), Dye()); break;
            case 6: ThingGrounds.Pebbles(p, random.Next(100, 500), random.Next()); break;
            default: Cloth(p, random, dyes); break;
        }
        // A table, a field, a wall beside it.
        if (random.Chance(0.3)) p.Other(Dye(), c => c.Block(0, p.Height * random.Within(0.5, 0.95), p.Width, p.Height), (float)random.Within(0.05, 0.5), random.Next(3, 25), random.Chance(0.4) ? random.Within(1, 6) : 0);
        if (random.Chance(0.15)) p.Other(Dye(), c => c.Block(p.Width * random.Within(0, 0.9), 0, p.Width * random.Within(0.3, 1), p.Height), (float)random.Within(0.05, 0.5), random.Next(3, 25), random.Chance(0.4) ? random.Within(1, 6) : 0);
    }

    /// <summary>A rail or a twig that hides some of it.</summary>
    public static void Before(ThingPicture p, Random random, float[][] dyes)
    {
        double thick = random.Within(3, 24), from = random.Within(0.2, 0.8), to = random.Within(0.2, 0.8);
        p.Other(random.Chance(0.5) ? dyes[random.Next(dyes.Length)] : RandomGrounds.Colour(random),
            c => c.Stroke(random.Chance(0.5) ? [(0, p.Height * from), (p.Width, p.Height * to)] : [(p.Width * from, 0), (p.Width * to, p.Height)], thick, thick * random.Within(0.5, 1)), (float)random.Within(0.05, 0.4), 6, random.Chance(0.3) ? 3 : 0);
    }

    private static void Cloth(ThingPicture p, Random random, float[][] dyes)
    {
        var (at, depth, size) = (RandomGrounds.Of(random, dyes), random.Within(0.02, 0.5), random.Within(3, 30));
        var noise = new SmoothNoise(random.Next());
        p.Ground((x, y) => at(x * p.Width, y * p.Height));
        var shade = Dyes.Texture([1, 1, 1], size, (float)depth, random.Next(), p.Width, p.Height);
        for (var i = 0; i < shade.Length; i++) p.Light[i] *= shade[i];
        if (!random.Chance(0.35)) return;
        var soft = Softening.BlurredLight(p.Light, random.Within(1, 10), p.Width, p.Height);
        soft.CopyTo(p.Light, 0);
    }
}
