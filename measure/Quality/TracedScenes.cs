using Yarnwheel.Core.Imaging;
using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Scenes;

namespace Yarnwheel.Measure.Quality;

/// <summary>The demo scenes photographed once more, small, with the truth beside them; the camera renders their light straight, without tone curve and grain.</summary>
internal static class TracedScenes
{
    private const int Width = 600;
    private const int Height = 400;
    private const int Samples = 40;

    public static IEnumerable<MatteScene> All()
    {
        foreach (var scene in AllScenes.List)
        {
            var planes = Kept.Planes($"{scene.Name} {Width} {Samples}", () => Trace(scene.Build(), subject: 0));
            yield return new MatteScene($"demo: {scene.Name}", Width, Height, planes[0], planes[1], planes[2], RoughMasks.Of(planes[0], Width, Height), []);
        }
    }

    /// <summary>Alpha, the subject's light, the rest's.</summary>
    private static float[][] Trace(SceneModel model, int subject)
    {
        var exposure = Exposure.Take(model, Width, Height, Samples);
        float Developed(float light, int i) => light * model.Look.Exposure * model.Look.Balance[i % 3];
        return [exposure.Coverage[subject], [.. exposure.Share[subject].Select(Developed)], [.. exposure.Light.Select((light, i) => Developed(MathF.Max(0, light - exposure.Share[subject][i]), i))]];
    }
}
