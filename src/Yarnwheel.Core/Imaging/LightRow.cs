namespace Yarnwheel.Core.Imaging;

/// <summary>Linear light of a run of pixels.</summary>
public readonly ref struct LightRow
{
    /// <summary>In one buffer of three equal parts.</summary>
    /// <param name="buffer">At least three times the width.</param>
    /// <param name="width">Pixels.</param>
    public LightRow(Span<float> buffer, int width)
    {
        Red = buffer[..width];
        Green = buffer.Slice(width, width);
        Blue = buffer.Slice(2 * width, width);
    }

    public LightRow(Span<float> red, Span<float> green, Span<float> blue)
    {
        Red = red;
        Green = green;
        Blue = blue;
    }

    /// <summary>A part of it.</summary>
    public LightRow Slice(int start, int length) => new(Red.Slice(start, length), Green.Slice(start, length), Blue.Slice(start, length));

    /// <summary>Copies it into another of the same length.</summary>
    public void CopyTo(LightRow into)
    {
        Red.CopyTo(into.Red);
        Green.CopyTo(into.Green);
        Blue.CopyTo(into.Blue);
    }

    public Span<float> Red { get; }

    public Span<float> Green { get; }

    public Span<float> Blue { get; }
}
