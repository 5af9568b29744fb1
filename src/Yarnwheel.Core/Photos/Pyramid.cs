using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Photos;

/// <summary>A photo at full size, half, quarter … size; each level the mean of 2×2 pixels of linear light of the one before.</summary>
/// <remarks>A level is made when it is first asked for: a copy at full size needs none of them.</remarks>
public sealed class Pyramid : IPiece
{
    private readonly PhotoPixels[] levels;
    private readonly Lock making = new();
    private readonly Lazy<Pyramid>? judged;
    private readonly Pyramid? smaller;

    private Pyramid(PhotoPixels full, int count, Pyramid? coverage)
    {
        levels = new PhotoPixels[count];
        levels[0] = full;
        Coverage = coverage;
        if (!full.Coding.Chroma.IsEach && (long)full.Width * full.Height <= GuidedChroma.Most) judged = new Lazy<Pyramid>(() => new Pyramid(GuidedChroma.Of(full), this));
    }

    /// <param name="full">The photo.</param>
    /// <param name="of">Has the levels below.</param>
    private Pyramid(PhotoPixels full, Pyramid of)
    {
        levels = [full, .. new PhotoPixels[of.Count - 1]];
        Coverage = of.Coverage;
        smaller = of;
    }

    public int Width => levels[0].Width;

    public int Height => levels[0].Height;

    public PhotoPixels Full => levels[0];

    public int Count => levels.Length;

    /// <summary>How far each pixel covers what is behind it, 0 … 1, a picture of the same size; null where all do.</summary>
    public Pyramid? Coverage { get; }

    /// <summary>Whether masks look at other pixels than those that are shown.</summary>
    internal bool IsJudgedApart => judged is not null;

    /// <summary>The photo as masks and edges look at it: each pixel with a chroma of its own (<see cref="GuidedChroma"/>). Itself where the file has one for each.</summary>
    internal Pyramid Judged => judged?.Value ?? this;

    /// <summary>Memory that the levels made so far take.</summary>
    public long Bytes => levels.Sum(l => l?.Bytes ?? 0) + (Coverage?.Bytes ?? 0) + (judged is { IsValueCreated: true } ? judged.Value.Full.Bytes : 0);

    public PhotoPixels Level(int index)
    {
        if (index > 0 && smaller is not null) return smaller.Level(index);
        if (Volatile.Read(ref levels[index]) is { } known) return known;
        lock (making)
        {
            for (var k = 1; k <= index; k++)
                if (levels[k] is null) Volatile.Write(ref levels[k], Halve(levels[k - 1], CancellationToken.None));
            return levels[index];
        }
    }

    /// <summary>The smallest level whose pixels are still no larger than the screen's at this scale.</summary>
    /// <param name="scale">Screen pixels a photo pixel; above 0.</param>
    /// <example><code>pyramid.LevelFor(0.3) // 1: half size, from which 0.3 is drawn by averaging</code></example>
    public int LevelFor(double scale)
    {
        var level = 0;
        while (level + 1 < levels.Length && scale * (1 << (level + 1)) <= 1) level++;
        return level;
    }

    /// <summary>The largest level of at most so many pixels; the smallest there is where all have more.</summary>
    public int LevelWithin(long pixels)
    {
        var level = 0;
        while (level + 1 < levels.Length && (long)Level(level).Width * Level(level).Height > pixels) level++;
        return level;
    }

    /// <summary>Levels down to a side of about 64 pixels.</summary>
    /// <param name="full">The photo; what nothing of is seen is white.</param>
    /// <param name="coverage">Of the same size; null where nothing is transparent.</param>
    public static Pyramid Build(PhotoPixels full, GreyPixels? coverage = null)
    {
        ArgumentNullException.ThrowIfNull(full);
        if (coverage is not null && (coverage.Width, coverage.Height) != (full.Width, full.Height)) throw new ArgumentException("Of another size than the photo.", nameof(coverage));
        var count = 1;
        for (var side = Math.Max(full.Width, full.Height); side > 64; side = (side + 1) / 2) count++;
        return new Pyramid(full, count, coverage is null ? null : Build(coverage));
    }

    private static PlanarPixels Halve(PhotoPixels source, CancellationToken cancel)
    {
        var width = (source.Width + 1) / 2;
        var height = (source.Height + 1) / 2;
        var planes = new[] { new float[width * height], new float[width * height], new float[width * height] };
        Parallel.For(0, height, new ParallelOptions { CancellationToken = cancel }, () => new float[6 * source.Width], (y, _, rows) =>
        {
            var w = source.Width;
            source.Read(0, 2 * y, rows.AsSpan(0, w), rows.AsSpan(w, w), rows.AsSpan(2 * w, w));
            // An odd last row or column stands for itself.
            source.Read(0, Math.Min(2 * y + 1, source.Height - 1), rows.AsSpan(3 * w, w), rows.AsSpan(4 * w, w), rows.AsSpan(5 * w, w));
            for (var c = 0; c < 3; c++)
            {
                var above = rows.AsSpan(c * w, w);
                var below = rows.AsSpan((c + 3) * w, w);
                var into = planes[c].AsSpan(y * width, width);
                for (var x = 0; x < width; x++)
                {
                    var x1 = Math.Min(2 * x + 1, w - 1);
                    into[x] = (above[2 * x] + above[x1] + below[2 * x] + below[x1]) * 0.25f;
                }
            }
            return rows;
        }, _ => { });
        return new PlanarPixels(planes[0], planes[1], planes[2], width, height);
    }
}
