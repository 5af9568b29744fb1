namespace Yarnwheel.DemoScenes.Scenes;

/// <summary>One made-up photograph of the dye-house.</summary>
internal interface IScene
{
    /// <summary>Its name in file names.</summary>
    string Name { get; }

    /// <summary>Paths for each pixel that make it look right at its full size.</summary>
    int Samples { get; }

    SceneModel Build();
}
