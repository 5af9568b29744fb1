using Yarnwheel.Codecs;
using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Scenes;
using Yarnwheel.DemoScenes.Truth;

namespace Yarnwheel.DemoScenes;

/// <summary>Writes a scene's picture and, beside it, what is known of it: masks, true colours, and how it was made.</summary>
internal static class ScenePictures
{
    private const int LargestJpeg = 4_000_000;

    /// <param name="scene">What is photographed.</param>
    /// <param name="folder">Where the files go.</param>
    /// <param name="width">Pixels; the height is two thirds of it.</param>
    /// <param name="samples">Paths for each pixel.</param>
    /// <param name="raw">Whether the raw file of a stand-in for a camera is written as well, DNG.</param>
    /// <param name="colours">Whether each subject's and its surroundings' true colours are written as well.</param>
    /// <param name="progress">Told the share that is done, 0 … 1.</param>
    public static void Render(IScene scene, string folder, int width, int samples, bool raw, bool colours, Action<double> progress)
    {
        var model = scene.Build();
        var height = width * 2 / 3;
        var exposure = Exposure.Take(model, width, height, samples, progress);
        File.WriteAllBytes(Path.Combine(folder, scene.Name + ".jpg"), Jpeg(Development.Develop(exposure.Light, width, height, model.Look, model.Seed), width, height));
        if (raw) WriteRaw(Path.Combine(folder, scene.Name + ".dng"), exposure, model);
        var masks = exposure.Coverage.Select(alpha => Halve(alpha, width, height)).ToArray();
        for (var k = 0; k < masks.Length; k++)
        {
            var file = Path.Combine(folder, $"{scene.Name}.{model.Subjects[k]}");
            File.WriteAllBytes(file + ".png", SampleWriter.GreyPng(masks[k], width / 2, height / 2));
            if (!colours) continue;
            var truth = new TrueColours(exposure, k);
            File.WriteAllBytes(file + ".colour.png", SampleWriter.ColourPng(TrueColours.Encode(truth.Subject, model), width, height));
            File.WriteAllBytes(file + ".rest.png", SampleWriter.ColourPng(TrueColours.Encode(truth.Rest, model), width, height));
        }
        var sheet = SceneSheet.Write(scene.Name, model, width, height, samples, [.. masks.Select(m => m.Select(v => v / 65535f).ToArray())]);
        File.WriteAllText(Path.Combine(folder, scene.Name + ".json"), sheet);
    }

    private static void WriteRaw(string path, Exposure exposure, SceneModel model)
    {
        var camera = new MosaicCamera();
        // A mosaic has whole squares of two by two.
        int width = exposure.Width / 2 * 2, height = exposure.Height / 2 * 2;
        var light = new float[3 * width * height];
        for (var i = 0; i < light.Length; i++)
        {
            var (pixel, c) = (i / 3, i % 3);
            light[i] = exposure.Light[3 * (pixel / width * exposure.Width + pixel % width) + c] * model.Look.Exposure * model.Look.Balance[c];
        }
        var (codes, w, h) = camera.Expose(MosaicCamera.Spread(light, width, height), width, height, model.Seed);
        DngWriter.Write(path, camera, codes, w, h);
    }

    /// <summary>The best quality whose file is not too large.</summary>
    private static byte[] Jpeg(byte[] picture, int width, int height)
    {
        for (var quality = 93; ; quality -= 3)
        {
            var jpeg = SampleWriter.Jpeg(picture, width, height, quality);
            if (jpeg.Length <= LargestJpeg || quality <= 45) return jpeg;
        }
    }

    /// <summary>Box average of 2×2 pixels, as 16-bit values.</summary>
    private static ushort[] Halve(float[] plane, int width, int height)
    {
        var result = new ushort[width / 2 * (height / 2)];
        for (var y = 0; y < height / 2; y++)
        {
            for (var x = 0; x < width / 2; x++)
            {
                var at = 2 * y * width + 2 * x;
                var mean = (plane[at] + plane[at + 1] + plane[at + width] + plane[at + width + 1]) / 4;
                result[y * (width / 2) + x] = (ushort)MathF.Round(mean * 65535);
            }
        }
        return result;
    }
}
