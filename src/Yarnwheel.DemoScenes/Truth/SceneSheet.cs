using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using Yarnwheel.Core.Recipes;
using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Scenes;

namespace Yarnwheel.DemoScenes.Truth;

/// <summary>A scene's JSON: what it was made with, and for each subject a part of a recipe: a rough box and strokes inside and outside.</summary>
internal static class SceneSheet
{
    private static readonly JsonSerializerOptions Options = new() { WriteIndented = true, Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <param name="name">The scene's.</param>
    /// <param name="model">The scene.</param>
    /// <param name="width">Of the picture, pixels.</param>
    /// <param name="height">Of the picture, pixels.</param>
    /// <param name="samples">Paths for each pixel.</param>
    /// <param name="masks">Of each subject: alpha at half the picture's size, 0 … 1.</param>
    public static string Write(string name, SceneModel model, int width, int height, int samples, IReadOnlyList<float[]> masks)
    {
        var gestures = new Recipe
        {
            Areas = [.. masks.Select(mask => new Area { Mask = new Mask { Parts = [RoughGesture.For(mask, width / 2, height / 2)] } })],
        };
        var areas = RecipeJson.ToNode(gestures)["areas"]!.AsArray();
        var subjects = model.Subjects.Select((named, k) => (JsonNode)new JsonObject
        {
            ["name"] = named,
            ["part"] = areas[k]!["mask"]!["parts"]![0]!.DeepClone(),
        });
        var sheet = new JsonObject
        {
            ["scene"] = name,
            ["seed"] = model.Seed,
            ["width"] = width,
            ["height"] = height,
            ["samples"] = samples,
            ["maskScale"] = 0.5,
            ["brightestColour"] = Exposure.Brightest,
            ["subjects"] = new JsonArray([.. subjects]),
        };
        return sheet.ToJsonString(Options) + "\n";
    }
}
