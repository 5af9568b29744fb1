using Yarnwheel.Measure.Quality.Edges.Randomised;
using Yarnwheel.Measure.Quality.Subjects.Things;

namespace Yarnwheel.Measure.Quality.Subjects.Randomised;

/// <summary>How a thing made at random is put together: a body, what is attached to it and what lies on it, each of some dye.</summary>
/// <param name="Size">From its middle to its side, about, pixels.</param>
/// <param name="Turn">How it stands, radians.</param>
/// <param name="Parts">In the order of painting.</param>
/// <param name="IsCompact">Whether nothing of it is thin.</param>
internal sealed record RandomPlan(double Size, double Turn, IReadOnlyList<RandomPlan.Part> Parts, bool IsCompact)
{
    /// <summary>A shape in the thing's own measure: its middle 0, its side about 1.</summary>
    internal sealed record Part(float[] Dye, Func<double, double, bool> Covers, float Depth, int Grain);

    public static RandomPlan Of(Random random, float[][] around, int side)
    {
        var palette = Enumerable.Range(0, 1 + random.Next(4)).Select(_ => RandomGrounds.Colour(random)).ToArray();
        for (var k = 0; k < palette.Length; k++)
        {
            // Some of it has a colour of what lies around, or nearly.
            if (!random.Chance(0.2)) continue;
            var (near, change) = (around[random.Next(around.Length)], random.Within(0, 0.5));
            palette[k] = [.. near.Select(v => v * (float)(1 + change * random.Within(-1, 1)))];
        }
        float[] Dye() => palette[random.Next(palette.Length)];
        Part Painted(Func<double, double, bool> covers) => new(Dye(), covers, (float)random.Within(0.03, 0.5), random.Next(3, 25));
        var parts = new List<Part>();
        var (body, rx, ry) = Body(random);
        // What sticks out lies behind the body or before it.
        var attached = random.Chance(0.35) ? 0 : 1 + random.Next(5);
        var isCompact = true;
        void Attach()
        {
            var (shape, thin) = Attached(random, rx, ry);
            isCompact &= !thin;
            parts.Add(Painted(shape));
        }
        for (var k = attached / 2; k > 0; k--) Attach();
        parts.Add(new Part(palette[0], body, (float)random.Within(0.03, 0.5), random.Next(3, 25)));
        for (var k = attached - attached / 2; k > 0; k--) Attach();
        for (var k = random.Chance(0.3) ? 0 : 1 + random.Next(4); k > 0; k--)
        {
            var mark = Mark(random, rx, ry);
            parts.Add(Painted((u, v) => body(u, v) && mark(u, v)));
        }
        return new RandomPlan(side * Math.Exp(random.Within(Math.Log(0.1), Math.Log(0.36))), random.Chance(0.5) ? 0 : random.Within(-Math.PI, Math.PI), parts, isCompact);
    }

    public void Paint(ThingPicture picture, double x, double y, bool isThing, double blur)
    {
        var (sin, cos) = Math.SinCos(Turn);
        foreach (var part in Parts)
        {
            void Shape(Canvas c)
            {
                var reach = 2.6 * Size;
                c.Fill(x - reach, y - reach, x + reach, y + reach, (u, v) => part.Covers(((u - x) * cos + (v - y) * sin) / Size, ((v - y) * cos - (u - x) * sin) / Size));
            }
            if (isThing) picture.Thing(part.Dye, Shape, part.Depth, part.Grain);
            else picture.Other(part.Dye, Shape, part.Depth, part.Grain, blur);
        }
    }

    private static (Func<double, double, bool> Covers, double Rx, double Ry) Body(Random random)
    {
        double rx = random.Within(0.5, 1.2), ry = random.Within(0.5, 1.2);
        switch (random.Next(5))
        {
            case 0: return (Ellipse(0, 0, rx, ry), rx, ry);
            case 1:
                var lean = random.Within(-0.4, 0.4);
                return ((u, v) => Math.Abs(v) <= ry && Math.Abs(u) <= rx * (1 + lean * v / ry), rx, ry);
            case 2:
                // Lobes all round.
                double[] waves = [.. Enumerable.Range(0, 4).Select(_ => random.Within(-0.16, 0.16))], starts = [.. Enumerable.Range(0, 4).Select(_ => random.Within(0, 2 * Math.PI))];
                return ((u, v) =>
                {
                    double angle = Math.Atan2(v / ry, u / rx), radius = 1;
                    for (var k = 0; k < 4; k++) radius += waves[k] * Math.Sin((k + 2) * angle + starts[k]);
                    return u * u / (rx * rx) + v * v / (ry * ry) <= radius * radius;
                }, rx, ry);
            case 3:
                // Two bodies grown together.
                double ox = rx * random.Within(0.5, 1), oy = ry * random.Within(-1, -0.5), r = random.Within(0.25, 0.6);
                var (large, small) = (Ellipse(0, 0, rx, ry), Ellipse(ox, oy, r, r * random.Within(0.7, 1.3)));
                return ((u, v) => large(u, v) || small(u, v), rx, ry);
            default:
                // A ring, a frame.
                double hole = random.Within(0.3, 0.85);
                if (random.Chance(0.6)) hole = 0;
                var square = random.Chance(0.5);
                double Far(double u, double v) => square ? Math.Max(Math.Abs(u) / rx, Math.Abs(v) / ry) : Math.Sqrt(u * u / (rx * rx) + v * v / (ry * ry));
                return ((u, v) => Far(u, v) is var far && far <= 1 && far >= hole, rx, ry);
        }
    }

    /// <summary>Something that begins in the body and goes beyond it: a leg, a handle, a head, a wing, a lid.</summary>
    private static (Func<double, double, bool> Covers, bool IsThin) Attached(Random random, double rx, double ry)
    {
        double angle = random.Within(0, 2 * Math.PI), x = rx * 0.8 * Math.Cos(angle), y = ry * 0.8 * Math.Sin(angle);
        switch (random.Next(5))
        {
            case 0:
                double length = random.Within(0.4, 1.2), thick = Math.Exp(random.Within(Math.Log(0.03), Math.Log(0.3))), bend = random.Within(-0.5, 0.5), to = angle + bend;
                return (Bar(x, y, x + length * Math.Cos(to), y + length * Math.Sin(to), thick, thick * random.Within(0.4, 1)), thick < 0.08);
            case 1:
                double radius = random.Within(0.2, 0.6), inner = radius * random.Within(0.5, 0.85);
                return ((u, v) => Math.Sqrt((u - x) * (u - x) + (v - y) * (v - y)) is var far && far <= radius && far >= inner, radius - inner < 0.1);
            case 2: return (Ellipse(x, y, random.Within(0.15, 0.6), random.Within(0.15, 0.6)), false);
            case 3:
                double w = random.Within(0.15, 0.7), h = random.Within(0.1, 0.5);
                return ((u, v) => Math.Abs(u - x) <= w && Math.Abs(v - y) <= h, false);
            default:
                // Several alike in a row, as legs are.
                double leg = random.Within(0.3, 0.9), fat = random.Within(0.04, 0.16), step = random.Within(0.3, 0.7);
                var count = 2 + random.Next(3);
                var legs = Enumerable.Range(0, count).Select(k => (k - (count - 1) / 2.0) * step * rx * 1.4).Select(at => Bar(at, ry * 0.4, at, ry + leg, fat, fat * 0.8)).ToArray();
                return ((u, v) => legs.Any(l => l(u, v)), fat < 0.08);
        }
    }

    /// <summary>Something that lies on the body: a band, a patch, spots, a half.</summary>
    private static Func<double, double, bool> Mark(Random random, double rx, double ry)
    {
        double x = rx * random.Within(-0.6, 0.6), y = ry * random.Within(-0.6, 0.6);
        switch (random.Next(5))
        {
            case 0:
                var (thick, across) = (random.Within(0.06, 0.35), random.Chance(0.5));
                return (u, v) => Math.Abs(across ? u - x : v - y) <= thick;
            case 1: return Ellipse(x, y, random.Within(0.1, 0.5), random.Within(0.1, 0.5));
            case 2:
                var spots = Enumerable.Range(0, 3 + random.Next(8)).Select(_ => Ellipse(rx * random.Within(-0.9, 0.9), ry * random.Within(-0.9, 0.9), random.Within(0.05, 0.2), random.Within(0.05, 0.2))).ToArray();
                return (u, v) => spots.Any(s => s(u, v));
            case 3:
                var (turn, at) = (random.Within(0, 2 * Math.PI), random.Within(-0.3, 0.3));
                return (u, v) => u * Math.Cos(turn) + v * Math.Sin(turn) > at;
            default:
                var (width, lean) = (random.Within(0.1, 0.5), random.Within(-1, 1));
                return (u, v) => (int)Math.Floor((u + lean * v) / width + 100) % 2 == 0;
        }
    }

    private static Func<double, double, bool> Ellipse(double x, double y, double rx, double ry) => (u, v) => (u - x) * (u - x) / (rx * rx) + (v - y) * (v - y) / (ry * ry) <= 1;

    /// <summary>From one place to another, as thick as half of its width on each side.</summary>
    private static Func<double, double, bool> Bar(double ax, double ay, double bx, double by, double from, double to) => (u, v) =>
    {
        double dx = bx - ax, dy = by - ay, t = Math.Clamp(((u - ax) * dx + (v - ay) * dy) / Math.Max(1e-9, dx * dx + dy * dy), 0, 1), half = (from + (to - from) * t) / 2;
        double ex = u - ax - t * dx, ey = v - ay - t * dy;
        return ex * ex + ey * ey <= half * half;
    };
}
