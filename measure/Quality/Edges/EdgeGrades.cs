using OpenCvSharp;
using OpenCvSharp.XImgProc;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Measure.Quality.Edges;

/// <summary>Grades a mask's edge as the engine draws it, and as OpenCV's guided filter does.</summary>
internal static class EdgeGrades
{
    private const double BandRadius = 10;

    /// <summary>Where it is open what belongs to the subject: about the rough contour, and where the truth is mixed.</summary>
    public static bool[] Band(MatteScene scene)
    {
        var contour = new bool[scene.Rough.Length];
        for (var i = 1; i < contour.Length - scene.Width; i++) contour[i] = scene.Rough[i] != scene.Rough[i - 1] || scene.Rough[i] != scene.Rough[i + scene.Width];
        var distances = DistanceTransform.Of(contour, scene.Width, scene.Height);
        return [.. Enumerable.Range(0, contour.Length).Select(i => distances.Distance(i) <= BandRadius || scene.Alpha[i] is > 0.004f and < 0.996f)];
    }

    public static Grade Engine(MatteScene scene, BytePixels photo, float[] mask, EdgeRefinement edge, bool[] band)
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
    public static Grade Guided(MatteScene scene, BytePixels photo, float[] mask, bool[] band)
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
        using var rough = Mat.FromPixelData(scene.Height, scene.Width, MatType.CV_32FC1, mask);
        Grade? best = null;
        foreach (var radius in (int[])[4, 8, 16])
        {
            foreach (var epsilon in (double[])[1e-5, 1e-4, 1e-3])
            {
                using var into = new Mat();
                CvXImgProc.GuidedFilter(guide, rough, into, radius, epsilon * 255 * 255);
                into.GetArray(out float[] found);
                for (var i = 0; i < found.Length; i++) found[i] = Math.Clamp(found[i], 0, 1);
                var picture = new float[light.Length];
                for (var i = 0; i < found.Length; i++)
                {
                    var grey = Luminance.Of(light[3 * i], light[3 * i + 1], light[3 * i + 2]);
                    for (var c = 0; c < 3; c++) picture[3 * i + c] = found[i] * light[3 * i + c] + (1 - found[i]) * grey;
                }
                var grade = Grade.Of(scene, band, found, picture);
                if (best is null || grade.Sad < best.Sad) best = grade;
            }
        }
        return best!;
    }
}
