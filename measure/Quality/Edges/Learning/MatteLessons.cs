using System.Runtime.InteropServices;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Matting;
using Yarnwheel.Core.Masks.Mixtures;
using Yarnwheel.Core.Photos;
using Yarnwheel.Measure.Quality.Edges.Randomised;

namespace Yarnwheel.Measure.Quality.Edges.Learning;

/// <summary>Writes what <c>measure/learn-mattes</c> learns from: of pixels of masks made at random what was found of each, and the truth.</summary>
internal static class MatteLessons
{
    /// <summary>Scenes before this one judge (<see cref="RandomEdges"/>).</summary>
    private const int First = 90;

    /// <summary>Pixels taken of a mask, at most.</summary>
    private const int Most = 2500;

    /// <summary>Masks that overlap the truth less teach nothing about edges.</summary>
    private const double Usable = 0.6;

    /// <summary>Error of a rough mask, pixels, below which it counts no more.</summary>
    private const double Least = 150;

    /// <param name="path">Of the file: one row of 32-bit floats a pixel, little-endian: its figures, then rough value, share, mean, deviation, squared distance, truth, weight.</param>
    /// <param name="scenes">How many of dyes, as many of photographs' surfaces of which nothing was put aside, and as many without texture.</param>
    public static void Write(string path, int scenes)
    {
        using var stream = File.Create(path);
        var photographs = PhotographedSurfaces.All(aside: false);
        var (masks, pixels) = (0, 0L);
        var lessons = Enumerable.Range(First, scenes).SelectMany(seed => (LessonScene[])[new(seed, null, false), new(seed, photographs, false), new(seed, null, true)]);
        // In their order, so that the same scenes give the same file.
        foreach (var rows in lessons.AsParallel().AsOrdered().WithMergeOptions(ParallelMergeOptions.NotBuffered).SelectMany(Of))
        {
            stream.Write(MemoryMarshal.AsBytes(rows.AsSpan()));
            (masks, pixels) = (masks + 1, pixels + rows.Length / Columns);
        }
        Console.WriteLine($"{masks} masks, {pixels} pixels, {Columns} columns: {path}");
    }

    private const int Columns = MatteFigures.Count + 7;

    /// <summary>Of one scene, the rows of each mask.</summary>
    private static float[][] Of(LessonScene lesson)
    {
        var random = lesson.Random;
        if (lesson.Draw() is not var (scene, photo)) return [];
        var pyramid = Pyramid.Build(photo);
        return [.. Masks(scene, photo, random).Select(m => Rows(pyramid, scene, m.Mask, m.Radius, random)).Where(r => r.Length > 0)];
    }

    private static LightPlanes Light(PhotoPixels photo)
    {
        var light = new LightPlanes(new Region(0, 0, photo.Width, photo.Height));
        for (var y = 0; y < photo.Height; y++)
            photo.Read(0, y, light.Red.AsSpan(y * photo.Width, photo.Width), light.Green.AsSpan(y * photo.Width, photo.Width), light.Blue.AsSpan(y * photo.Width, photo.Width));
        return light;
    }

    /// <summary>A photo as mattes are solved on it.</summary>
    private static MattePicture Picture(Pyramid pyramid, bool isHalf)
    {
        var coding = pyramid.Full.Coding.Noise;
        if (!isHalf) return MattePicture.Of(Light(pyramid.Full), 0, coding);
        return MattePicture.Of(Light(pyramid.Level(1)), MathF.Max(coding, MatteNoise.Of(Light(pyramid.Full))), coding / 2);
    }

    /// <summary>As the program gives them, as a hand does, and painted too wide or too narrow; each with how far its pixels may change.</summary>
    private static IEnumerable<(float[] Mask, double Radius)> Masks(MatteScene scene, BytePixels photo, Random random)
    {
        foreach (var (_, mask) in RoughSources.Of(scene, photo))
            if (Grade.Overlap(mask, scene.Alpha) >= Usable) yield return (mask, Radius(scene, random));
        var wide = Softening.Blurred(scene.Alpha, random.Within(1, 9), scene.Width, scene.Height);
        var level = (float)(wide.Max() * (random.Chance(0.7) ? random.Within(0.03, 0.3) : random.Within(0.6, 0.9)));
        float[] painted = [.. wide.Select(w => w >= level ? 1f : 0f)];
        yield return (random.Chance(0.3) ? Softening.Blurred(painted, random.Within(0.7, 4), scene.Width, scene.Height) : painted, Radius(scene, random));
    }

    private static double Radius(MatteScene scene, Random random) =>
        (random.Chance(0.4) ? 0.6 : random.Chance(0.4) ? 1 : random.Within(0.03, 1)) * Math.Max(4, 0.025 * Math.Max(scene.Width, scene.Height));

    /// <summary>What a view finds of the photo's own pixels, by a matte solved at its size or at half of it.</summary>
    private static float[] Rows(Pyramid pyramid, MatteScene scene, float[] mask, double radius, Random random)
    {
        var isHalf = random.Chance(0.5);
        var (light, picture) = (Light(pyramid.Full), Picture(pyramid, isHalf));
        var small = isHalf ? Half(mask, scene.Width, scene.Height, picture.Light.Width, picture.Light.Height) : mask;
        var solution = MatteSolver.Solve(picture, small, isHalf ? radius / 2 : radius, CancellationToken.None);
        var rows = new Dictionary<int, List<float>>();
        new MatteView(solution, scene.Width, scene.Width).Draw(new Plane<float>(light.Region, mask), light, CancellationToken.None, (y, block, count) =>
        {
            var put = new float[count * MatteFigures.Count];
            solution.Calibration.Put(block, [.. Enumerable.Range(0, count)], put);
            lock (rows)
            {
                if (!rows.TryGetValue(y, out var row)) rows[y] = row = [];
                for (var k = 0; k < count; k++)
                {
                    row.AddRange(put.AsSpan(k * MatteFigures.Count, MatteFigures.Count));
                    row.AddRange([block.Rough[k], block.Share[k], block.Mean[k], block.Deviation[k], block.Apart[k], scene.Alpha[y * scene.Width + (int)block.Name[k]], 0]);
                }
            }
        });
        float[] all = [.. rows.OrderBy(r => r.Key).SelectMany(r => r.Value)];
        if (all.Length == 0) return [];
        var known = all.Length / Columns;
        var off = scene.Alpha.Select((a, i) => (double)Math.Abs(a - mask[i])).Sum();
        var weight = (float)(known / (double)Math.Min(Most, known) / Math.Max(Least, off));
        int[] taken = known <= Most ? [.. Enumerable.Range(0, known)] : random.GetItems([.. Enumerable.Range(0, known)], Most);
        var chosen = new float[taken.Length * Columns];
        for (var k = 0; k < taken.Length; k++)
        {
            all.AsSpan(taken[k] * Columns, Columns).CopyTo(chosen.AsSpan(k * Columns));
            chosen[(k + 1) * Columns - 1] = weight;
        }
        return chosen;
    }

    private static float[] Half(float[] mask, int width, int height, int across, int down)
    {
        var half = new float[across * down];
        for (var y = 0; y < down; y++)
        {
            for (var x = 0; x < across; x++)
            {
                int right = Math.Min(2 * x + 1, width - 1), below = Math.Min(2 * y + 1, height - 1);
                half[y * across + x] = (mask[2 * y * width + 2 * x] + mask[2 * y * width + right] + mask[below * width + 2 * x] + mask[below * width + right]) / 4;
            }
        }
        return half;
    }
}
