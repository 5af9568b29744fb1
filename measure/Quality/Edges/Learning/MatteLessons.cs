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
    /// <param name="scenes">How many of dyes, and as many of photographs' surfaces of which nothing was put aside.</param>
    public static void Write(string path, int scenes)
    {
        using var stream = File.Create(path);
        var photographs = PhotographedSurfaces.All(aside: false);
        var (masks, pixels) = (0, 0L);
        var lessons = Enumerable.Range(First, scenes).SelectMany(seed => new[] { (Seed: seed, Surfaces: (PhotographedSurfaces?)null), (Seed: seed, Surfaces: photographs) });
        // In their order, so that the same scenes give the same file.
        foreach (var rows in lessons.AsParallel().AsOrdered().WithMergeOptions(ParallelMergeOptions.NotBuffered).SelectMany(l => Of(l.Seed, l.Surfaces)))
        {
            stream.Write(MemoryMarshal.AsBytes(rows.AsSpan()));
            (masks, pixels) = (masks + 1, pixels + rows.Length / Columns);
        }
        Console.WriteLine($"{masks} masks, {pixels} pixels, {Columns} columns: {path}");
    }

    private const int Columns = MatteFigures.Count + 7;

    /// <summary>Of one scene, the rows of each mask.</summary>
    private static float[][] Of(int seed, PhotographedSurfaces? surfaces)
    {
        var random = new Random(seed * 31 + (surfaces is null ? 0 : 7));
        var (drawn, capture, _) = RandomScenes.Of(seed, surfaces);
        if (!drawn.Alpha.Any(a => a > 0.99f) || !drawn.Alpha.Any(a => a < 0.004f)) return [];
        var scene = random.Chance(0.3) ? Darker(drawn, (float)random.Within(0.1, 0.8)) : drawn;
        var photo = capture.Photo(scene);
        var picture = Picture(photo);
        return [.. Masks(scene, photo, random).Select(m => Rows(picture, scene, m.Mask, m.Radius, random)).Where(r => r.Length > 0)];
    }

    private static MatteScene Darker(MatteScene scene, float factor) => scene with { Subject = [.. scene.Subject.Select(v => v * factor)], Rest = [.. scene.Rest.Select(v => v * factor)] };

    /// <summary>A photo as mattes are solved on it.</summary>
    private static MattePicture Picture(BytePixels photo)
    {
        var light = new LightPlanes(new Region(0, 0, photo.Width, photo.Height));
        for (var y = 0; y < photo.Height; y++)
            photo.Read(0, y, light.Red.AsSpan(y * photo.Width, photo.Width), light.Green.AsSpan(y * photo.Width, photo.Width), light.Blue.AsSpan(y * photo.Width, photo.Width));
        return MattePicture.Of(light, 0, photo.Coding.Noise);
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

    private static float[] Rows(MattePicture picture, MatteScene scene, float[] mask, double radius, Random random)
    {
        var found = MatteFinder.Of(picture, mask, radius, isHurried: false, CancellationToken.None);
        var figures = MatteFigures.Of(found, CancellationToken.None);
        if (found.Band.Length == 0) return [];
        int[] taken = [.. random.GetItems(found.Band, Math.Min(found.Band.Length, Most))];
        var put = new float[taken.Length * MatteFigures.Count];
        MatteBlocks.Each(taken.Length, (block, from, count) =>
        {
            for (var k = 0; k < count; k++) found.Put(block, k, taken[from + k]);
            figures.Put(block, count, put.AsSpan(from * MatteFigures.Count));
        }, CancellationToken.None);
        var region = found.Picture.Light.Region;
        var off = scene.Alpha.Select((a, i) => (double)Math.Abs(a - mask[i])).Sum();
        var weight = (float)(found.Band.Length / (double)taken.Length / Math.Max(Least, off));
        var rows = new float[taken.Length * Columns];
        for (var k = 0; k < taken.Length; k++)
        {
            var at = taken[k];
            var row = rows.AsSpan(k * Columns, Columns);
            put.AsSpan(k * MatteFigures.Count, MatteFigures.Count).CopyTo(row);
            var planes = found.Planes;
            var truth = scene.Alpha[(region.Y + at / found.Width) * scene.Width + region.X + at % found.Width];
            ((ReadOnlySpan<float>)[found.Rough[at], found.Share[at], planes.Mean[at], planes.Deviation[at], planes.Apart[at], truth, weight]).CopyTo(row[MatteFigures.Count..]);
        }
        return rows;
    }
}
