namespace Yarnwheel.Core.Imaging;

/// <summary>Linear light of a region at some scale, one plane a channel.</summary>
public sealed class Planes(int width, int height)
{
    public int Width { get; } = width;

    public int Height { get; } = height;

    public float[] Red { get; } = new float[width * height];

    public float[] Green { get; } = new float[width * height];

    public float[] Blue { get; } = new float[width * height];

    /// <summary>One row.</summary>
    public LightRow Row(int y) => new(Red.AsSpan(y * Width, Width), Green.AsSpan(y * Width, Width), Blue.AsSpan(y * Width, Width));
}
