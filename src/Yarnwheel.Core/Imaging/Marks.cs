namespace Yarnwheel.Core.Imaging;

/// <summary>Marks pixels by their value.</summary>
public static class Marks
{
    /// <param name="values">Of each pixel.</param>
    /// <param name="limit">What marked ones lie above.</param>
    public static bool[] Above(ReadOnlySpan<float> values, float limit)
    {
        var marked = new bool[values.Length];
        for (var i = 0; i < marked.Length; i++) marked[i] = values[i] > limit;
        return marked;
    }

    /// <param name="values">Of each pixel.</param>
    /// <param name="least">The least of what is marked.</param>
    /// <param name="most">The most of it.</param>
    public static bool[] Between(ReadOnlySpan<byte> values, byte least, byte most)
    {
        var marked = new bool[values.Length];
        var room = (byte)(most - least);
        for (var i = 0; i < marked.Length; i++) marked[i] = (byte)(values[i] - least) <= room;
        return marked;
    }

    /// <summary>Marks pixels by their indices, rows side by side.</summary>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="marks">Whether the pixel of an index is marked; asked on several threads.</param>
    public static bool[] Where(int width, int height, Func<int, bool> marks)
    {
        ArgumentNullException.ThrowIfNull(marks);
        var marked = new bool[width * height];
        Rows.Each(height, y =>
        {
            for (var i = y * width; i < (y + 1) * width; i++) marked[i] = marks(i);
        });
        return marked;
    }
}
