using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Grey;

/// <summary>OKLab of a rectangle of pixels, one plane a channel.</summary>
/// <param name="width">Pixels.</param>
/// <param name="height">Pixels.</param>
/// <param name="arena">Where their memory comes from; null for memory of their own.</param>
internal sealed class LabPlanes(int width, int height, PlaneArena? arena = null)
{
    public int Width { get; } = width;

    public int Height { get; } = height;

    public float[] L { get; } = arena?.Take(width * height) ?? new float[width * height];

    public float[] A { get; } = arena?.Take(width * height) ?? new float[width * height];

    public float[] B { get; } = arena?.Take(width * height) ?? new float[width * height];

    public long Bytes => 12L * Width * Height;
}
