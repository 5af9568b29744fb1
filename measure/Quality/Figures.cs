namespace Yarnwheel.Measure.Quality;

/// <summary>Things of a dye-house's garden, drawn on a canvas.</summary>
internal static class Figures
{
    /// <summary>A bush of branches, each parting into thinner ones, down to a pixel.</summary>
    public static void Twigs(Canvas canvas, int width, int height, int seed)
    {
        var random = new Random(seed);
        void Branch(double x, double y, double angle, double length, double thick, int depth)
        {
            var bend = (random.NextDouble() - 0.5) * 0.6;
            var way = Enumerable.Range(0, 9).Select(k => (x + length * k / 8 * Math.Cos(angle + bend * k / 8), y + length * k / 8 * Math.Sin(angle + bend * k / 8))).ToArray();
            canvas.Stroke(way, thick, Math.Max(1.1, thick * 0.6));
            if (depth == 0) return;
            for (var i = 0; i < 3; i++)
            {
                var (u, v) = way[3 + 2 * i + (i == 2 ? 1 : 0)];
                Branch(u, v, angle + (i == 2 ? 0.1 : i == 0 ? -0.65 : 0.6) + (random.NextDouble() - 0.5) * 0.5, length * (0.55 + 0.2 * random.NextDouble()), Math.Max(1.1, thick * 0.55), depth - 1);
            }
        }
        for (var i = 0; i < 4; i++) Branch(width * (0.15 + 0.23 * i), height * 0.98, -Math.PI / 2 + (random.NextDouble() - 0.5) * 0.5, height * 0.36, 15, 4);
    }

    /// <summary>Wires across, and a post that holds them.</summary>
    public static void Wires(Canvas canvas, int width, int height)
    {
        canvas.Stroke([(0.3 * width, -10), (0.33 * width, height + 10)], 42, 42);
        for (var i = 0; i < 11; i++)
        {
            double y = height * (0.06 + 0.085 * i), sag = 8 + 5 * (i % 3);
            canvas.Stroke([.. Enumerable.Range(0, 41).Select(k => (width * k / 40.0, y + sag * Math.Sin(Math.PI * k / 40.0)))], 1.2 + 0.45 * (i % 5), 1.2 + 0.45 * (i % 5));
        }
    }

    /// <summary>A ball with hair round it.</summary>
    public static void Fuzz(Canvas canvas, double x, double y, double radius, int hairs, double longest, double thick, int seed)
    {
        var random = new Random(seed);
        canvas.Disc(x, y, radius);
        for (var i = 0; i < hairs; i++)
        {
            double angle = random.NextDouble() * 2 * Math.PI, length = longest * (0.3 + 0.7 * random.NextDouble()), bend = (random.NextDouble() - 0.5) * 1.2;
            canvas.Stroke([.. Enumerable.Range(-2, 11).Select(k => (x + (radius + length * k / 8) * Math.Cos(angle + bend * k * k / 64 * length / 60), y + (radius + length * k / 8) * Math.Sin(angle + bend * k * k / 64 * length / 60)))],
                thick * (1 + random.NextDouble()), 0.6 * thick);
        }
    }

    /// <summary>A splash: a pool, and drops about it down to two pixels.</summary>
    public static void Drops(Canvas canvas, int width, int height, int seed)
    {
        var random = new Random(seed);
        canvas.Disc(width * 0.45, height * 0.55, height * 0.22);
        canvas.Disc(width * 0.58, height * 0.5, height * 0.16);
        for (var i = 0; i < 160; i++)
        {
            double angle = random.NextDouble() * 2 * Math.PI, far = height * (0.25 + 0.25 * random.NextDouble() * random.NextDouble());
            canvas.Disc(width * 0.5 + 1.3 * far * Math.Cos(angle), height * 0.53 + far * Math.Sin(angle), 1.2 + 7 * Math.Pow(random.NextDouble(), 3));
        }
    }

    /// <summary>An open weave of threads.</summary>
    public static void Gauze(Canvas canvas, int width, int height)
    {
        var noise = new SmoothNoise(5);
        double left = 0.2 * width, right = 0.8 * width, top = 0.15 * height, bottom = 0.85 * height;
        for (var x = left; x <= right; x += 7)
            canvas.Stroke([.. Enumerable.Range(0, 41).Select(k => (x + 3 * noise.At(x / 30, k / 4.0), top + (bottom - top) * k / 40))], 2.1, 2.1);
        for (var y = top; y <= bottom; y += 7)
            canvas.Stroke([.. Enumerable.Range(0, 61).Select(k => (left + (right - left) * k / 60, y + 3 * noise.At(k / 4.0, y / 30 + 60)))], 2.1, 2.1);
        canvas.Stroke([(left, top), (right, top)], 12, 12);
    }

    /// <summary>Leaves on a stem, with gaps between them.</summary>
    public static void Leaves(Canvas canvas, int width, int height, int seed)
    {
        var random = new Random(seed);
        for (var i = 0; i < 260; i++)
        {
            double angle = random.NextDouble() * 2 * Math.PI, far = Math.Sqrt(random.NextDouble());
            double x = width * (0.5 + 0.33 * far * Math.Cos(angle)), y = height * (0.5 + 0.4 * far * Math.Sin(angle)), turn = random.NextDouble() * Math.PI, half = 9 + 16 * random.NextDouble();
            var (cos, sin) = (Math.Cos(turn), Math.Sin(turn));
            canvas.Fill(x - half, y - half, x + half, y + half, (u, v) =>
            {
                double along = ((u - x) * cos + (v - y) * sin) / half, across = ((v - y) * cos - (u - x) * sin) / (0.42 * half);
                return Math.Abs(across) <= 1 - along * along;
            });
        }
        canvas.Stroke([(0.5 * width, height), (0.48 * width, 0.6 * height), (0.52 * width, 0.2 * height)], 9, 3);
    }

    /// <summary>A bundle of cut yarn that hangs down and frays.</summary>
    public static void Tassel(Canvas canvas, int width, int height, int seed)
    {
        var random = new Random(seed);
        canvas.Disc(0.5 * width, 0.2 * height, 0.11 * height);
        for (var i = 0; i < 150; i++)
        {
            double lean = (random.NextDouble() - 0.5) * 0.5 * width, wave = 4 + 8 * random.NextDouble(), phase = 6 * random.NextDouble(), length = height * (0.5 + 0.2 * random.NextDouble());
            canvas.Stroke([.. Enumerable.Range(0, 31).Select(k => (0.5 * width + (random.NextDouble() - 0.5) * 0.3 + lean * Math.Pow(k / 30.0, 1.6) + wave * Math.Sin(phase + k * 0.3) * k / 30, 0.22 * height + length * k / 30))], 2.6, 1.2);
        }
    }
}
