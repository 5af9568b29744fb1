using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Scenes;

/// <summary>A scene ready to be photographed.</summary>
internal sealed record SceneModel
{
    public required uint Seed { get; init; }

    /// <summary>Names of the subjects that masks are made for, in the order of their indices.</summary>
    public required IReadOnlyList<string> Subjects { get; init; }

    public required IReadOnlyList<Primitive> Shapes { get; init; }

    public required Lighting Lighting { get; init; }

    /// <summary>Steam in the air, if there is any.</summary>
    public Steam? Steam { get; init; }

    /// <summary>The most meetings a path may have; clear things want more.</summary>
    public int Depth { get; init; } = 5;

    public required ThinLens Lens { get; init; }

    public CameraLook Look { get; init; } = new();

    /// <summary>Radiance that comes out white.</summary>
    public float White => 1 / Look.Exposure;
}
