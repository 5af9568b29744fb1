namespace Yarnwheel.Measure.Quality.Edges.Randomised;

/// <summary>Things drawn on a canvas, each time otherwise.</summary>
internal static class RandomFigures
{
    /// <summary>Branches, each parting into thinner ones.</summary>
    public static void Twigs(Canvas canvas, int width, int height, Random random)
    {
        double taper = random.Within(0.45, 0.75), spread = random.Within(0.3, 0.9), least = random.Within(0.8, 1.8);
        void Branch(double x, double y, double angle, double length, double thick, int depth)
        {
            var bend = random.Within(-0.5, 0.5);
            var way = Enumerable.Range(0, 7).Select(k => (x + length * k / 6 * Math.Cos(angle + bend * k / 6), y + length * k / 6 * Math.Sin(angle + bend * k / 6))).ToArray();
            canvas.Stroke(way, thick, Math.Max(least, thick * 0.6));
            if (depth == 0) return;
            for (var i = 0; i < 2 + random.Next(2); i++)
            {
                var (u, v) = way[2 + random.Next(5)];
                Branch(u, v, angle + random.Within(-spread, spread), length * random.Within(0.5, 0.8), Math.Max(least, thick * taper), depth - 1);
            }
        }
        var count = 1 + random.Next(4);
        for (var i = 0; i < count; i++) Branch(width * random.Within(0.1, 0.9), height * random.Within(0.6, 1), random.Within(0, 2 * Math.PI), height * random.Within(0.2, 0.4), random.Within(3, 16), 2 + random.Next(3));
    }

    /// <summary>A post, and cords across or down.</summary>
    public static void Cords(Canvas canvas, int width, int height, Random random)
    {
        canvas.Stroke([(random.Within(0.2, 0.8) * width, -10), (random.Within(0.2, 0.8) * width, height + 10)], random.Within(15, 60), random.Within(15, 60));
        var turned = random.NextDouble() < 0.5;
        for (var i = 0; i < 3 + random.Next(10); i++)
        {
            double at = random.Within(0.05, 0.95), sag = random.Within(0, 20), thick = random.Within(1, 5);
            canvas.Stroke([.. Enumerable.Range(0, 31).Select(k => turned ? (width * at + sag * Math.Sin(Math.PI * k / 30.0), height * k / 30.0) : (width * k / 30.0, height * at + sag * Math.Sin(Math.PI * k / 30.0)))], thick, thick);
        }
    }

    /// <summary>A ball with hair round it.</summary>
    public static void Fuzz(Canvas canvas, double x, double y, double radius, int hairs, double longest, double thick, double curl, Random random)
    {
        canvas.Disc(x, y, radius);
        var squash = 0.6 + 0.8 * random.NextDouble();
        for (var i = 0; i < hairs; i++)
        {
            double angle = random.NextDouble() * 2 * Math.PI, length = longest * (0.2 + 0.8 * random.NextDouble()), bend = (random.NextDouble() - 0.5) * curl;
            canvas.Stroke([.. Enumerable.Range(-2, 9).Select(k => (x + (radius + length * k / 6) * Math.Cos(angle + bend * k * k / 36 * length / 60), y + (radius + squash * length * k / 6) * Math.Sin(angle + bend * k * k / 36 * length / 60)))],
                thick * (1 + random.NextDouble()), 0.6 * thick);
        }
    }

    /// <summary>A pool, and drops all over.</summary>
    public static void Drops(Canvas canvas, int width, int height, Random random)
    {
        canvas.Disc(width * random.Within(0.3, 0.7), height * random.Within(0.3, 0.7), height * random.Within(0.1, 0.25));
        var most = random.Within(3, 14);
        for (var i = 0; i < 20 + random.Next(120); i++) canvas.Disc(random.Within(0.05, 0.95) * width, random.Within(0.05, 0.95) * height, 1.2 + most * Math.Pow(random.NextDouble(), 3));
    }

    /// <summary>A weave of threads, close or open.</summary>
    public static void Weave(Canvas canvas, int width, int height, Random random)
    {
        var noise = new SmoothNoise(random.Next());
        double left = 0.15 * width, right = 0.85 * width, top = 0.15 * height, bottom = 0.85 * height, step = random.Within(5, 40), thick = random.Within(1.2, Math.Min(6, step / 2.5)), wave = random.Within(0, 4);
        for (var x = left; x <= right; x += step) canvas.Stroke([.. Enumerable.Range(0, 31).Select(k => (x + wave * noise.At(x / 30, k / 4.0), top + (bottom - top) * k / 30))], thick, thick);
        for (var y = top; y <= bottom; y += step) canvas.Stroke([.. Enumerable.Range(0, 41).Select(k => (left + (right - left) * k / 40, y + wave * noise.At(k / 4.0, y / 30 + 60)))], thick, thick);
        if (random.NextDouble() < 0.5) canvas.Stroke([(left, top), (right, top)], 12, 12);
    }

    /// <summary>Leaves on a stem.</summary>
    public static void Leaves(Canvas canvas, int width, int height, Random random)
    {
        double large = random.Within(8, 30), narrow = random.Within(0.2, 0.6);
        for (var i = 0; i < 20 + random.Next(150); i++)
        {
            double x = random.Within(0.15, 0.85) * width, y = random.Within(0.15, 0.85) * height, turn = random.Within(0, Math.PI), half = large * random.Within(0.4, 1);
            var (cos, sin) = (Math.Cos(turn), Math.Sin(turn));
            canvas.Fill(x - half, y - half, x + half, y + half, (u, v) =>
            {
                double along = ((u - x) * cos + (v - y) * sin) / half, across = ((v - y) * cos - (u - x) * sin) / (narrow * half);
                return Math.Abs(across) <= 1 - along * along;
            });
        }
        canvas.Stroke([(0.5 * width, height), (0.48 * width, 0.6 * height), (0.52 * width, 0.2 * height)], 8, 2);
    }

    /// <summary>Strings that hang from a ball.</summary>
    public static void Strings(Canvas canvas, int width, int height, Random random)
    {
        canvas.Disc(0.5 * width, 0.2 * height, 0.1 * height);
        double spread = random.Within(0.1, 0.7), thick = random.Within(1, 3);
        for (var i = 0; i < 20 + random.Next(120); i++)
        {
            double lean = random.Within(-0.5, 0.5) * spread * width, wave = random.Within(0, 12), phase = random.Within(0, 6), length = height * random.Within(0.3, 0.7);
            canvas.Stroke([.. Enumerable.Range(0, 25).Select(k => (0.5 * width + lean * Math.Pow(k / 24.0, 1.6) + wave * Math.Sin(phase + k * 0.35) * k / 24, 0.22 * height + length * k / 24))], thick, thick * 0.5);
        }
    }

    /// <summary>A blot with bays and holes.</summary>
    public static void Blot(Canvas canvas, int width, int height, Random random)
    {
        var noise = new SmoothNoise(random.Next());
        double size = random.Within(15, 120), level = random.Within(-0.1, 0.3), rim = random.Within(0.2, 0.45);
        canvas.Fill(0, 0, width, height, (x, y) =>
        {
            double dx = x / width - 0.5, dy = y / height - 0.5;
            return noise.At(x / size, y / size) + 0.4 * noise.At(x / size * 3 + 9, y / size * 3) > level + 6 * Math.Max(0, Math.Sqrt(dx * dx + dy * dy) - rim);
        });
    }
}
