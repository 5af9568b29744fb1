using OpenCvSharp;
using OpenCvSharp.XImgProc;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Measure.Quality;

/// <summary>The edge of an area against exact truth, from one rough mask: ours, OpenCV's guided filter, no refinement, and the exact alpha without estimated colours.</summary>
internal static class EdgeQualityTable
{
    private const double BandRadius = 10;

    /// <summary>A hand moves the slider to what the thing needs; of these the best by SAD is taken, as of the guided filter's settings.</summary>
    private static readonly double[] Follows = [20, 45, 100];

    public static void Print(bool traced, bool isShort)
    {
        Console.WriteLine("| scene | picture | | SAD | MSE | gradient | ΔE00 | chroma left | strands |");
        Console.WriteLine("|---|---|---|---|---|---|---|---|---|");
        var against = new List<(Grade Ours, Grade Guided, Grade Exact)>();
        foreach (var scene in (traced ? DrawnScenes.All().Concat(TracedScenes.All()) : DrawnScenes.All()).Where((_, k) => !isShort || k == 1))
        {
            foreach (var isClean in (bool[])[true, false]) against.Add(Rows(scene, isClean));
        }
        Console.WriteLine();
        Console.WriteLine($"SAD of ours over that of the guided filter: {against.Average(g => g.Ours.Sad / g.Guided.Sad):F2} on average, {against.Max(g => g.Ours.Sad / g.Guided.Sad):F2} at most (goal 0.5).");
        Console.WriteLine($"ΔE00 of ours: {against.Average(g => g.Ours.Difference):F2} on average, {against.Max(g => g.Ours.Difference):F2} at most (goal 2); {against.Count(g => g.Ours.Difference < g.Exact.Difference)} of {against.Count} below the exact alpha without estimated colours (goal all).");
        Console.WriteLine($"Strands kept: {against.Where(g => g.Ours.Strands is not null).Min(g => g.Ours.Strands):P0} at least (goal 95 %).");
    }

    /// <summary>Ours alone, at one follow, beside the rough mask: quick, for trying.</summary>
    public static void Quick(double follow, bool traced)
    {
        double sum = 0, rough = 0;
        foreach (var scene in traced ? DrawnScenes.All().Concat(TracedScenes.All()) : DrawnScenes.All())
        {
            foreach (var isClean in (bool[])[true, false])
            {
                var (photo, band) = (Photo(scene, isClean), Band(scene));
                var ours = Engine(scene, photo, scene.Rough, new EdgeRefinement { Follow = follow, Fringe = 100 }, band);
                var none = Engine(scene, photo, scene.Rough, new EdgeRefinement(), band);
                sum += ours.Sad / none.Sad;
                rough++;
                Console.WriteLine(FormattableString.Invariant($"{scene.Name,-32} {(isClean ? "clean" : "grain")} SAD {none.Sad,7:F3} -> {ours.Sad,7:F3} ({ours.Sad / none.Sad:F2})  dE {none.Difference,6:F2} -> {ours.Difference,6:F2}  strands {none.Strands:P0} -> {ours.Strands:P0}"));
            }
        }
        Console.WriteLine($"mean ratio {sum / rough:F3}");
    }

    private static (Grade, Grade, Grade) Rows(MatteScene scene, bool isClean)
    {
        var photo = Photo(scene, isClean);
        var band = Band(scene);
        var (follow, ours) = Follows.Select(f => (Follow: f, Grade: Engine(scene, photo, scene.Rough, new EdgeRefinement { Follow = f, Fringe = 100 }, band))).MinBy(o => o.Grade.Sad);
        var exact = Engine(scene, photo, scene.Alpha, new EdgeRefinement(), band);
        var none = Engine(scene, photo, scene.Rough, new EdgeRefinement(), band);
        var guided = Guided(scene, photo, band);
        var (named, picture) = (scene.Name, isClean ? "clean" : "grain, JPEG");
        foreach (var (name, grade) in (List<(string, Grade)>)[(FormattableString.Invariant($"ours, follow {follow}"), ours), ("guided filter", guided), ("none", none), ("exact alpha", exact)])
        {
            Console.WriteLine(FormattableString.Invariant(
                $"| {named} | {picture} | {name} | {grade.Sad:F3} | {grade.Mse:F1} | {grade.Gradient:F3} | {grade.Difference:F2} | {grade.Left:F2} | {(grade.Strands is { } kept ? $"{kept:P0}" : "")} |"));
            (named, picture) = ("", "");
        }
        return (ours, guided, exact);
    }

    /// <summary>Where it is open what belongs to the subject: about the rough contour, and where the truth is mixed.</summary>
    private static bool[] Band(MatteScene scene)
    {
        var contour = new bool[scene.Rough.Length];
        for (var i = 1; i < contour.Length - scene.Width; i++) contour[i] = scene.Rough[i] != scene.Rough[i - 1] || scene.Rough[i] != scene.Rough[i + scene.Width];
        var distances = DistanceTransform.Of(contour, scene.Width, scene.Height);
        return [.. Enumerable.Range(0, contour.Length).Select(i => distances.Distance(i) <= BandRadius || scene.Alpha[i] is > 0.004f and < 0.996f)];
    }

    private static Grade Engine(MatteScene scene, BytePixels photo, float[] mask, EdgeRefinement edge, bool[] band)
    {
        var renderer = new PhotoRenderer(Pyramid.Build(photo), pictures: new OnePicture(mask));
        var recipe = new Recipe { Areas = [new Area { Mask = new Mask { Parts = [OnePicture.Part] }, Edge = edge }] };
        var picture = new float[3 * mask.Length];
        renderer.Copies.Picture(recipe, (y, light) =>
        {
            for (var x = 0; x < scene.Width; x++)
            {
                var at = 3 * (y * scene.Width + x);
                (picture[at], picture[at + 1], picture[at + 2]) = (light.Red[x], light.Green[x], light.Blue[x]);
            }
        });
        return Grade.Of(scene, band, [.. renderer.Copies.Mask(recipe, 0).Select(m => m / 65535f)], picture);
    }

    /// <summary>The best of several radii and regularisations, by SAD.</summary>
    private static Grade Guided(MatteScene scene, BytePixels photo, bool[] band)
    {
        var rgb = new byte[3 * scene.Width * scene.Height];
        var row = new float[3 * scene.Width];
        var light = new float[rgb.Length];
        for (var y = 0; y < scene.Height; y++)
        {
            photo.Read(0, y, row.AsSpan(0, scene.Width), row.AsSpan(scene.Width, scene.Width), row.AsSpan(2 * scene.Width));
            for (var x = 0; x < scene.Width; x++)
            {
                for (var c = 0; c < 3; c++)
                {
                    var at = 3 * (y * scene.Width + x) + c;
                    light[at] = row[c * scene.Width + x];
                    rgb[at] = SrgbByte.Encode(light[at]);
                }
            }
        }
        using var guide = Mat.FromPixelData(scene.Height, scene.Width, MatType.CV_8UC3, rgb);
        using var rough = Mat.FromPixelData(scene.Height, scene.Width, MatType.CV_32FC1, scene.Rough);
        Grade? best = null;
        foreach (var radius in (int[])[4, 8, 16])
        {
            foreach (var epsilon in (double[])[1e-5, 1e-4, 1e-3])
            {
                using var into = new Mat();
                CvXImgProc.GuidedFilter(guide, rough, into, radius, epsilon * 255 * 255);
                into.GetArray(out float[] mask);
                for (var i = 0; i < mask.Length; i++) mask[i] = Math.Clamp(mask[i], 0, 1);
                var picture = new float[light.Length];
                for (var i = 0; i < mask.Length; i++)
                {
                    var grey = Luminance.Of(light[3 * i], light[3 * i + 1], light[3 * i + 2]);
                    for (var c = 0; c < 3; c++) picture[3 * i + c] = mask[i] * light[3 * i + c] + (1 - mask[i]) * grey;
                }
                var grade = Grade.Of(scene, band, mask, picture);
                if (best is null || grade.Sad < best.Sad) best = grade;
            }
        }
        return best!;
    }

    private static BytePixels Photo(MatteScene scene, bool isClean)
    {
        var random = new Random(19);
        var rgb = new byte[3 * scene.Width * scene.Height];
        for (var i = 0; i < rgb.Length; i++)
        {
            // Four uniform values make a fair Gaussian: deviation about 3 of 255.
            var grain = isClean ? 0 : (random.NextDouble() + random.NextDouble() + random.NextDouble() + random.NextDouble() - 2) * 5.2;
            rgb[i] = (byte)Math.Clamp(Math.Round(255 * Srgb.Encode(Math.Clamp(scene.Light(i), 0, 1)) + grain), 0, 255);
        }
        if (isClean) return new BytePixels(rgb, scene.Width, scene.Height);
        var path = Path.GetTempFileName();
        try
        {
            File.WriteAllBytes(path, SampleWriter.Jpeg(rgb, scene.Width, scene.Height, 85));
            return (BytePixels)new PhotoReader(new PhotoLimits()).Read(path).Pixels;
        }
        finally
        {
            File.Delete(path);
        }
    }
}
