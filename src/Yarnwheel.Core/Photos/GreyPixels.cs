using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Photos;

/// <summary>A grey plane of 16 bits whose values are shares, 0 … 65535 for 0 … 1: a mask kept as a picture.</summary>
public sealed class GreyPixels : PhotoPixels
{
    private readonly ushort[] values;

    public GreyPixels(ushort[] values, int width, int height) : base(width, height)
    {
        ArgumentNullException.ThrowIfNull(values);
        ArgumentOutOfRangeException.ThrowIfNotEqual(values.LongLength, (long)width * height);
        this.values = values;
    }

    public override long Bytes => 2 * values.LongLength;

    public override void Read(int x, int y, Span<float> red, Span<float> green, Span<float> blue)
    {
        var source = values.AsSpan(y * Width + x, red.Length);
        for (var i = 0; i < red.Length; i++) red[i] = green[i] = blue[i] = source[i] * (1 / 65535f);
    }
}
