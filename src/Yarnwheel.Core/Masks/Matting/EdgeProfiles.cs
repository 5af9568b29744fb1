using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>How colours go from one side to the other across a contour: hereabouts, on average, by the distance to it. On cells.</summary>
internal sealed class EdgeProfiles
{
    private const int Steps = 16;

    /// <summary>Cells of a radius.</summary>
    private const double Fineness = 2.5;

    /// <summary>What spread alone adds to how mixed pure colours look, at a distance of one deviation.</summary>
    private const float Spread = 0.5f;

    /// <summary>Share of the mixing expected of the mean from which on an edge may be a soft one, and how much more makes it surely one; sharp ones with a mask astray have less.</summary>
    private const float Mixing = 0.7f;
    private const float MixingMore = 0.12f;

    /// <summary>How wide it must be, pixels or steps of the profile, and how much more makes it surely wide; places nearer to an end than these are not between.</summary>
    private const float Wide = 3.5f;
    private const float WideSteps = 2;
    private const float WideMore = 3;
    private const float End = 0.15f;
    private const float EndMore = 0.1f;

    /// <summary>How well both sides must be told apart on average, and how much more is enough.</summary>
    private const float ToldApart = 0.5f;
    private const float ToldMore = 0.25f;

    private readonly double radius;
    private readonly int cell;
    private readonly int across;
    private readonly int down;
    private readonly float[][] numbers = new float[Steps][];
    private readonly float[][] places = new float[Steps][];
    private float[] mixed;
    private float[] told;

    /// <param name="width">Of the picture, pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="radius">How far from the contour is looked, and how far along it, pixels.</param>
    public EdgeProfiles(int width, int height, double radius)
    {
        this.radius = radius;
        cell = Math.Max(1, (int)Math.Round(radius / Fineness));
        (across, down) = ((width + cell - 1) / cell, (height + cell - 1) / cell);
        for (var k = 0; k < Steps; k++) (numbers[k], places[k]) = (new float[across * down], new float[across * down]);
        (mixed, told) = (new float[across * down], new float[across * down]);
    }

    private float StepWidth => (float)(2 * radius / Steps);

    /// <summary>Number of the cell that a pixel lies in.</summary>
    public int Cell(int x, int y) => y / cell * across + x / cell;

    /// <summary>Takes a pixel in.</summary>
    /// <param name="at">Its cell.</param>
    /// <param name="distance">To the contour, pixels; negative inside.</param>
    /// <param name="place">Of its colour (<see cref="ColourPlace"/>).</param>
    /// <param name="apart">How far both sides lie apart, squared deviations.</param>
    public void Add(int at, float distance, float place, float apart)
    {
        var (step, share) = Step(distance);
        place = Math.Clamp(place, -0.25f, 1.25f);
        numbers[step][at] += 1 - share;
        numbers[step + 1][at] += share;
        places[step][at] += (1 - share) * place;
        places[step + 1][at] += share * place;
        mixed[at] += ColourPlace.Mixed(place, apart, Spread);
        told[at] += apart / (apart + MatteSolver.Told);
    }

    /// <summary>Averages along the contour; nothing is taken in any more.</summary>
    /// <returns>Of each cell, how surely the edge is a wide soft one, 0 … 1.</returns>
    public float[] Softness()
    {
        var sigma = radius / cell;
        Parallel.For(0, Steps, k =>
        {
            numbers[k] = SmallBlur.Of(numbers[k], across, down, sigma);
            places[k] = SmallBlur.Of(places[k], across, down, sigma);
        });
        Rows.AtOnce(() => mixed = SmallBlur.Of(mixed, across, down, sigma), () => told = SmallBlur.Of(told, across, down, sigma));
        var soft = new float[across * down];
        Rows.Each(down, y =>
        {
            for (var c = y * across; c < (y + 1) * across; c++) soft[c] = Softness(c);
        });
        return soft;
    }

    /// <summary>The mean place so far from the contour, 0 … 1.</summary>
    /// <param name="at">The cell.</param>
    /// <param name="distance">To the contour, pixels; negative inside.</param>
    public float Place(int at, float distance)
    {
        var (step, share) = Step(distance);
        return places[step][at] + share * (places[step + 1][at] - places[step][at]);
    }

    /// <summary>A wide soft edge passes through the places between by degrees: its pixels are as mixed as their mean says. Where the mask only runs
    /// astray of a sharp edge, or strands stand out, pixels of both sides lie equally far from the contour, and the mean is mixed while they are not.</summary>
    private float Softness(int c)
    {
        float expected = 0, wide = 0, count = 0;
        for (var k = 0; k < Steps; k++)
        {
            var number = numbers[k][c];
            if (number < 1e-4f)
            {
                places[k][c] = k < Steps / 2 ? 1 : 0;
                continue;
            }
            var mean = places[k][c] /= number;
            count += number;
            expected += number * ColourPlace.Mixed(mean, 0, 0);
            wide += StepWidth * Math.Clamp((MathF.Min(mean, 1 - mean) - End) / EndMore, 0, 1);
        }
        if (expected < 1e-6f) return 0;
        return Smooth((mixed[c] / expected - Mixing) / MixingMore) * Smooth((wide - MathF.Max(Wide, WideSteps * StepWidth)) / WideMore) * Smooth((told[c] / count - ToldApart) / ToldMore);
    }

    private static float Smooth(float t)
    {
        t = Math.Clamp(t, 0, 1);
        return t * t * (3 - 2 * t);
    }

    private (int Step, float Share) Step(float distance)
    {
        var place = Math.Clamp((distance + (float)radius) / StepWidth - 0.5f, 0, Steps - 1);
        var step = Math.Min((int)place, Steps - 2);
        return (step, place - step);
    }
}
