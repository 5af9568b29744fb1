namespace Yarnwheel.Core.Imaging;

/// <summary>A rectangle of whole pixels.</summary>
public readonly record struct Region(int X, int Y, int Width, int Height)
{
    public int Right => X + Width;

    public int Bottom => Y + Height;

    public long Area => (long)Width * Height;

    public bool IsEmpty => Width <= 0 || Height <= 0;

    /// <summary>What lies in both; empty where they don't meet.</summary>
    public Region Intersect(Region other)
    {
        var x = Math.Max(X, other.X);
        var y = Math.Max(Y, other.Y);
        return new Region(x, y, Math.Max(0, Math.Min(Right, other.Right) - x), Math.Max(0, Math.Min(Bottom, other.Bottom) - y));
    }

    /// <summary>With so many pixels more on every side; − for fewer.</summary>
    /// <example><code>new Region(10, 10, 4, 4).Widen(3) // 7, 7, 10 × 10</code></example>
    public Region Widen(int halo) => new(X - halo, Y - halo, Width + 2 * halo, Height + 2 * halo);

    /// <summary>Whether all of another lies within it.</summary>
    public bool Covers(Region other) => other.X >= X && other.Y >= Y && other.Right <= Right && other.Bottom <= Bottom;
}
