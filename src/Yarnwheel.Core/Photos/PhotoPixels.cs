using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Photos;

/// <summary>The upright pixels of a photo as they are stored; read as linear light with sRGB primaries.</summary>
public abstract class PhotoPixels
{
    protected PhotoPixels(int width, int height)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(width, 1);
        ArgumentOutOfRangeException.ThrowIfLessThan(height, 1);
        Width = width;
        Height = height;
    }

    public int Width { get; }

    public int Height { get; }

    /// <summary>What the file's compression left; the values read are what its decoder made of that.</summary>
    public virtual FileCoding Coding => FileCoding.Lossless;

    /// <summary>Memory the pixels take, bytes.</summary>
    public abstract long Bytes { get; }

    /// <summary>Reads part of a row as linear light, unbounded (scRGB, IEC 61966-2-2).</summary>
    /// <param name="x">First pixel.</param>
    /// <param name="y">Row.</param>
    /// <param name="red">As many pixels as it is long.</param>
    /// <param name="green">Of the same length.</param>
    /// <param name="blue">Of the same length.</param>
    public abstract void Read(int x, int y, Span<float> red, Span<float> green, Span<float> blue);
}
