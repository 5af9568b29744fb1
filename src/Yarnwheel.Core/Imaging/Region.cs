namespace Yarnwheel.Core.Imaging;

/// <summary>A rectangle of whole pixels.</summary>
public readonly record struct Region(int X, int Y, int Width, int Height)
{
    public int Right => X + Width;

    public int Bottom => Y + Height;

    public long Area => (long)Width * Height;

    public bool IsEmpty => Width <= 0 || Height <= 0;

    public Region Intersect(Region other)
    {
        var x = Math.Max(X, other.X);
        var y = Math.Max(Y, other.Y);
        return new Region(x, y, Math.Max(0, Math.Min(Right, other.Right) - x), Math.Max(0, Math.Min(Bottom, other.Bottom) - y));
    }
}
