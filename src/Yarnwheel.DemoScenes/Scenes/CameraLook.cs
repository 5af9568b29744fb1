namespace Yarnwheel.DemoScenes.Scenes;

/// <summary>How the camera renders its light.</summary>
internal sealed record CameraLook
{
    /// <summary>Factor from radiance to 1 = white.</summary>
    public float Exposure { get; init; } = 1;

    /// <summary>White balance factors for R, G, B.</summary>
    public IReadOnlyList<float> Balance { get; init; } = [1, 1, 1];

    /// <summary>Light lost in the corners, 0 … 1.</summary>
    public float Vignetting { get; init; } = 0.28f;

    /// <summary>Difference in drawn size between red and blue at the corners, as a fraction.</summary>
    public float LateralColour { get; init; } = 0.00025f;

    /// <summary>Strength of the sensor's grain; 1 is a quiet picture.</summary>
    public float Grain { get; init; } = 0.055f;
}
