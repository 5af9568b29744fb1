using System.Collections.Concurrent;
using Yarnwheel.DemoScenes.Scenes;

namespace Yarnwheel.DemoScenes.Tests;

/// <summary>A scene put together once for all tests that only look at it: its cloth and yarns take seconds.</summary>
internal static class BuiltScene
{
    private static readonly ConcurrentDictionary<string, Lazy<SceneModel>> Scenes = new();

    public static SceneModel Of(string name) => Scenes.GetOrAdd(name, n => new Lazy<SceneModel>(() => AllScenes.Named(n).Build())).Value;
}
