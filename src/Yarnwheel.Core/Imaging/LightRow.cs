namespace Yarnwheel.Core.Imaging;

/// <summary>Linear light of a run of pixels, in one buffer of three equal parts.</summary>
public readonly ref struct LightRow
{
    /// <param name="buffer">At least three times the width.</param>
    /// <param name="width">Pixels.</param>
    public LightRow(Span<float> buffer, int width)
    {
        Red = buffer[..width];
        Green = buffer.Slice(width, width);
        Blue = buffer.Slice(2 * width, width);
    }

    public Span<float> Red { get; }

    public Span<float> Green { get; }

    public Span<float> Blue { get; }
}
