namespace Yarnwheel.Measure.Quality.Edges;

/// <summary>A scene of the kind that refining an edge fails on.</summary>
/// <param name="Scene">Its truth; its rough mask is a shaky hand's.</param>
/// <param name="Capture">How it was photographed.</param>
/// <param name="Use">Whether it was tuned on, or only judges.</param>
internal sealed record HardScene(MatteScene Scene, Capture Capture, SceneUse Use);
