using Yarnwheel.Codecs;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Measure.Quality.Photographs;
using Yarnwheel.Measure.Quality.Subjects.Things;

namespace Yarnwheel.Measure.Quality.Subjects;

/// <summary>Pictures with a known subject: the demo photographs, what is composed from them, and drawn ones.</summary>
internal static class SubjectScenes
{
    private static readonly PhotoReader Reader = new(new PhotoLimits());

    /// <param name="use">Those that were tuned on are of every kind, the others painted things or photographs.</param>
    public static IEnumerable<SubjectScene> All(SceneUse use) => use switch
    {
        SceneUse.Tuned => Demo("demo").Concat(Composed()).Concat(Drawn()).Concat(ThingScenes.All(use)),
        SceneUse.Photographs => OutlinedScenes.All(OutlineUse.Tuned),
        SceneUse.PhotographsAside => OutlinedScenes.All(OutlineUse.Aside),
        SceneUse.PhotographsLater => OutlinedScenes.All(OutlineUse.Later),
        _ => ThingScenes.All(use),
    };

    /// <summary>The committed pictures at half their size, where their masks are exact.</summary>
    private static IEnumerable<SubjectScene> Demo(string folder)
    {
        foreach (var mask in Directory.GetFiles(folder, "*.png").Order())
        {
            var parts = Path.GetFileName(mask).Split('.');
            var photo = Pyramid.Build(Reader.Read(Path.Combine(folder, parts[0] + ".jpg")).Pixels).Level(1);
            var alpha = Light(Reader.Read(mask).Pixels, out _).Where((_, i) => i % 3 == 0).Select(v => (float)Srgb.Encode(v)).ToArray();
            var light = Light(photo, out var rgb);
            yield return SubjectScene.Of($"{parts[0]}: {parts[1]}", rgb, photo.Width, photo.Height, alpha, parts[0] is "felt-string" or "spool-stand" or "mordant-jar");
        }
    }

    private static IEnumerable<SubjectScene> Composed()
    {
        var traced = TracedScenes.All().ToDictionary(s => s.Name["demo: ".Length..]);
        MatteScene rail = traced["drying-rail"], basket = traced["madder-basket"], balls = traced["felt-string"];
        yield return Of("subject colour near the ground's", NearGround(basket), false);
        yield return Of("strong shading across", Shaded(balls), true);
        yield return Of("two that touch, of one colour", Twin(Larger(balls)), true);
        yield return Of("low light, grain", rail, false, exposure: 0.05f, grain: 14);
        yield return Of("JPEG of low quality", balls, true, quality: 25);
        yield return Of("another ground", Onto(Larger(balls), rail), true);
    }

    private static IEnumerable<SubjectScene> Drawn() => DrawnScenes.All().Select(s => Of("drawn: " + s.Name, s, s.Name is "crisp" or "out of focus" or "holed"));

    private static MatteScene NearGround(MatteScene scene)
    {
        var gains = new float[3];
        for (var c = 0; c < 3; c++)
        {
            double own = 0, ownWeight = 0, rest = 0, restWeight = 0;
            for (var i = 0; i < scene.Alpha.Length; i++)
            {
                own += scene.Subject[3 * i + c];
                ownWeight += scene.Alpha[i];
                rest += scene.Rest[3 * i + c];
                restWeight += 1 - scene.Alpha[i];
            }
            gains[c] = (float)Math.Pow(rest / restWeight / (own / ownWeight), 0.55);
        }
        return scene with { Subject = [.. scene.Subject.Select((v, i) => v * gains[i % 3])] };
    }

    private static MatteScene Shaded(MatteScene scene) =>
        scene with { Subject = [.. scene.Subject.Select((v, i) => v * MathF.Pow(10, 0.9f * MathF.Sin(i / 3 % scene.Width * 0.11f + i / 3 / scene.Width * 0.07f) - 0.35f))] };

    /// <summary>The same subject once more, behind it and beside it, as part of the rest.</summary>
    private static MatteScene Twin(MatteScene scene)
    {
        int width = scene.Width, left = width, right = 0;
        for (var i = 0; i < scene.Alpha.Length; i++)
        {
            if (scene.Alpha[i] < 0.5f) continue;
            (left, right) = (Math.Min(left, i % width), Math.Max(right, i % width));
        }
        var shift = (int)(0.9 * (right - left));
        var rest = (float[])scene.Rest.Clone();
        for (var i = 0; i < scene.Alpha.Length; i++)
        {
            if (i % width < shift) continue;
            var from = i - shift;
            for (var c = 0; c < 3; c++) rest[3 * i + c] = rest[3 * i + c] * (1 - scene.Alpha[from]) + 0.9f * scene.Subject[3 * from + c] * (1 - scene.Alpha[i]);
        }
        return scene with { Rest = rest };
    }

    /// <summary>Only the largest piece of the subject.</summary>
    private static MatteScene Larger(MatteScene scene)
    {
        var pieces = Components.Of(Marks.Above(scene.Alpha, 0.02f), scene.Width, scene.Height).Runs.GroupBy(r => r.Label);
        var stays = new bool[scene.Alpha.Length];
        foreach (var run in pieces.MaxBy(p => p.Sum(r => r.End - r.Begin))!) stays.AsSpan(run.Y * scene.Width + run.Begin, run.End - run.Begin).Fill(true);
        var (alpha, own, rest) = ((float[])scene.Alpha.Clone(), (float[])scene.Subject.Clone(), (float[])scene.Rest.Clone());
        for (var i = 0; i < alpha.Length; i++)
        {
            if (stays[i]) continue;
            for (var c = 0; c < 3; c++)
            {
                rest[3 * i + c] += own[3 * i + c];
                own[3 * i + c] = 0;
            }
            alpha[i] = 0;
        }
        return scene with { Alpha = alpha, Subject = own, Rest = rest };
    }

    private static MatteScene Onto(MatteScene scene, MatteScene ground) =>
        scene with { Rest = [.. Enumerable.Range(0, scene.Rest.Length).Select(i => ground.Light(i) * (1 - scene.Alpha[i / 3]))] };

    private static SubjectScene Of(string name, MatteScene scene, bool isCompact, float exposure = 1, double grain = 3, int quality = 88) =>
        Photographed(name, [.. Enumerable.Range(0, 3 * scene.Alpha.Length).Select(scene.Light)], scene.Alpha, scene.Width, scene.Height, isCompact, exposure, grain, quality);

    /// <summary>Light as a camera would give it: exposed, grained, as JPEG.</summary>
    public static SubjectScene Photographed(string name, float[] light, float[] alpha, int width, int height, bool isCompact, float exposure, double grain, int quality)
    {
        var random = new Random(19);
        var rgb = new byte[light.Length];
        for (var i = 0; i < rgb.Length; i++)
        {
            // Four uniform values make a fair Gaussian.
            var noise = (random.NextDouble() + random.NextDouble() + random.NextDouble() + random.NextDouble() - 2) * 1.73 * grain;
            rgb[i] = (byte)Math.Clamp(Math.Round(255 * Srgb.Encode(Math.Clamp(light[i] * exposure, 0, 1)) + noise), 0, 255);
        }
        var path = Path.GetTempFileName();
        try
        {
            File.WriteAllBytes(path, SampleWriter.Jpeg(rgb, width, height, quality));
            Light(Reader.Read(path).Pixels, out rgb);
        }
        finally
        {
            File.Delete(path);
        }
        return SubjectScene.Of(name, rgb, width, height, alpha, isCompact);
    }

    /// <summary>A picture's light and its 8-bit sRGB, interleaved.</summary>
    public static float[] Light(PhotoPixels pixels, out byte[] rgb)
    {
        int width = pixels.Width;
        var light = new float[3 * width * pixels.Height];
        rgb = new byte[light.Length];
        var row = new float[3 * width];
        for (var y = 0; y < pixels.Height; y++)
        {
            pixels.Read(0, y, row.AsSpan(0, width), row.AsSpan(width, width), row.AsSpan(2 * width));
            for (var i = 0; i < 3 * width; i++)
            {
                var at = 3 * (y * width + i % width) + i / width;
                light[at] = row[i];
                rgb[at] = SrgbByte.Encode(row[i]);
            }
        }
        return light;
    }
}
