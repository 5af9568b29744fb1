namespace Yarnwheel.Core.Grey;

/// <summary>OKLab of a rectangle of pixels, one plane a channel.</summary>
internal sealed class LabPlanes(int width, int height)
{
    public int Width { get; } = width;

    public int Height { get; } = height;

    public float[] L { get; } = new float[width * height];

    public float[] A { get; } = new float[width * height];

    public float[] B { get; } = new float[width * height];

    public long Bytes => 12L * Width * Height;
}
