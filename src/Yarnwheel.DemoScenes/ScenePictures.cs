using System.Text.Json;
using Yarnwheel.Codecs;
using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Scenes;

namespace Yarnwheel.DemoScenes;

/// <summary>Writes a scene's picture, the exact mask of each of its subjects, and what it was made with.</summary>
internal static class ScenePictures
{
    private const int LargestJpeg = 4_000_000;

    public static void Render(IScene scene, string folder, int width, int samples, Action<double> progress)
    {
        var model = scene.Build();
        var height = width * 2 / 3;
        var exposure = Exposure.Take(model, width, height, samples, progress);
        var picture = Development.Develop(exposure.Light, width, height, model.Look, model.Seed);
        for (var quality = 93; quality > 40; quality -= 3)
        {
            var jpeg = SampleWriter.Jpeg(picture, width, height, quality);
            if (jpeg.Length > LargestJpeg) continue;
            File.WriteAllBytes(Path.Combine(folder, scene.Name + ".jpg"), jpeg);
            break;
        }
        for (var k = 0; k < model.Subjects.Count; k++)
        {
            var half = Halve(exposure.Coverage[k], width, height);
            File.WriteAllBytes(Path.Combine(folder, $"{scene.Name}.{model.Subjects[k]}.png"), SampleWriter.GreyPng(half, width / 2, height / 2));
        }
        File.WriteAllText(Path.Combine(folder, scene.Name + ".json"), JsonSerializer.Serialize(
            new { scene = scene.Name, seed = model.Seed, width, height, samples, maskScale = 0.5, subjects = model.Subjects },
            new JsonSerializerOptions { WriteIndented = true }) + "\n");
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
