namespace Yarnwheel.Core.Imaging;

/// <summary>Linear light of a region at some scale, one plane a channel.</summary>
/// <param name="width">Pixels.</param>
/// <param name="height">Pixels.</param>
/// <param name="arena">Where their memory comes from; null for memory of their own.</param>
public sealed class Planes(int width, int height, PlaneArena? arena = null)
{
    public int Width { get; } = width;

    public int Height { get; } = height;

    public float[] Red { get; } = arena?.Take(width * height) ?? new float[width * height];

    public float[] Green { get; } = arena?.Take(width * height) ?? new float[width * height];

    public float[] Blue { get; } = arena?.Take(width * height) ?? new float[width * height];

    /// <summary>The part that lies within another region; itself where that is all.</summary>
    /// <param name="from">Where these planes lie.</param>
    /// <param name="to">Within it.</param>
    public Planes Cut(Region from, Region to)
    {
        if (from == to) return this;
        var cut = new Planes(to.Width, to.Height);
        for (var y = 0; y < to.Height; y++)
        {
            var at = (to.Y - from.Y + y) * Width + to.X - from.X;
            Red.AsSpan(at, to.Width).CopyTo(cut.Red.AsSpan(y * to.Width));
            Green.AsSpan(at, to.Width).CopyTo(cut.Green.AsSpan(y * to.Width));
            Blue.AsSpan(at, to.Width).CopyTo(cut.Blue.AsSpan(y * to.Width));
        }
        return cut;
    }

    /// <summary>One row.</summary>
    public LightRow Row(int y) => new(Red.AsSpan(y * Width, Width), Green.AsSpan(y * Width, Width), Blue.AsSpan(y * Width, Width));
}
