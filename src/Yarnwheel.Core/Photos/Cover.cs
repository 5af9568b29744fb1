using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Photos;

/// <summary>Which finer pixels a coarser pixel covers along one axis, and by how much of each.</summary>
internal readonly record struct Cover(int First, int Count, float FirstWeight, float InnerWeight, float LastWeight)
{
    /// <summary>Share of the k-th of them; the shares add up to 1.</summary>
    public float Weight(int k) => k == 0 ? FirstWeight : k == Count - 1 ? LastWeight : InnerWeight;

    /// <summary>The mean of the finer pixels by their shares.</summary>
    /// <param name="values">Of the finer pixels, from the first of them on.</param>
    public float Mean(ReadOnlySpan<float> values)
    {
        var sum = FirstWeight * values[0];
        if (Count == 1) return sum;
        for (var k = 1; k < Count - 1; k++) sum += InnerWeight * values[k];
        return sum + LastWeight * values[Count - 1];
    }

    /// <param name="position">The coarser pixel.</param>
    /// <param name="step">Finer pixels a coarser pixel.</param>
    /// <param name="length">How many finer pixels there are.</param>
    public static Cover Of(int position, double step, int length)
    {
        var from = Math.Min(position * step, length - 1e-9);
        var to = Math.Min((position + 1) * step, length);
        var first = (int)from;
        var last = Math.Max(first, (int)Math.Ceiling(to - 1e-9) - 1);
        if (first == last) return new Cover(first, 1, 1, 0, 0);
        var whole = to - from;
        return new Cover(first, last - first + 1, (float)((first + 1 - from) / whole), (float)(1 / whole), (float)((to - last) / whole));
    }
}
