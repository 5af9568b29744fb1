namespace Yarnwheel.Core.Imaging;

/// <summary>One value for each pixel of a region, and where the region lies.</summary>
/// <remarks>Rows and columns are named by their place on the whole picture, at the picture's scale, so that planes of different regions
/// of one picture are read side by side without any arithmetic of offsets. Row by row, from the top left.</remarks>
/// <typeparam name="T">Of a pixel.</typeparam>
/// <example><code>
/// var wide = new Plane&lt;float&gt;(view.Widen(3));
/// Rows.Each(view, y => Blur(wide.Row(y - 1), wide.Row(y), wide.Row(y + 1), result.Row(y, view)));
/// </code></example>
public sealed class Plane<T> : IPlaced where T : unmanaged
{
    /// <summary>A plane with memory of its own, all zero, or of an arena, holding what was there before.</summary>
    /// <param name="region">Where it lies.</param>
    /// <param name="arena">Where its memory comes from; only for <see cref="float"/>.</param>
    public Plane(Region region, PlaneArena? arena = null) : this(region, arena is null ? new T[region.Area] : (T[])(object)arena.Take((int)region.Area))
    {
    }

    /// <summary>Values that are there already.</summary>
    /// <param name="region">Where they lie.</param>
    /// <param name="values">At least as many as the region has pixels; not copied.</param>
    /// <exception cref="ArgumentException">There are too few.</exception>
    public Plane(Region region, T[] values)
    {
        ArgumentNullException.ThrowIfNull(values);
        if (values.LongLength < region.Area) throw new ArgumentException($"{values.Length} values for {region.Area} pixels.", nameof(values));
        Region = region;
        Values = values;
    }

    /// <inheritdoc/>
    public Region Region { get; }

    /// <summary>Row by row; memory of an arena may go on beyond the last pixel.</summary>
    public T[] Values { get; }

    public int Width => Region.Width;

    public int Height => Region.Height;

    /// <summary>How many pixels it has.</summary>
    public int Count => (int)Region.Area;

    /// <inheritdoc/>
    public unsafe long Bytes => Values.LongLength * sizeof(T);

    /// <summary>The value at a place of the picture.</summary>
    public ref T this[int x, int y] => ref Values[Index(x, y)];

    /// <summary>Index of a place of the picture in <see cref="Values"/>.</summary>
    public int Index(int x, int y) => (y - Region.Y) * Width + x - Region.X;

    /// <summary>All pixels.</summary>
    public Span<T> All => Values.AsSpan(0, Count);

    /// <summary>A whole row.</summary>
    /// <param name="y">On the picture.</param>
    public Span<T> Row(int y) => Values.AsSpan(Index(Region.X, y), Width);

    /// <summary>The stretch of a row that lies in a region.</summary>
    /// <param name="y">On the picture.</param>
    /// <param name="within">Its columns; within the plane's.</param>
    public Span<T> Row(int y, Region within) => Values.AsSpan(Index(within.X, y), within.Width);

    /// <summary>The part that lies in a region; the plane itself where that is all of it.</summary>
    /// <param name="to">Within the plane's region.</param>
    public Plane<T> Cut(Region to)
    {
        if (to == Region) return this;
        var cut = Region.Covers(to) ? new Plane<T>(to, GC.AllocateUninitializedArray<T>((int)to.Area)) : new Plane<T>(to);
        cut.Paste(this);
        return cut;
    }

    /// <summary>Takes over the values of another plane where both lie.</summary>
    public void Paste(Plane<T> from)
    {
        ArgumentNullException.ThrowIfNull(from);
        var both = Region.Intersect(from.Region);
        for (var y = both.Y; y < both.Bottom; y++) from.Row(y, both).CopyTo(Row(y, both));
    }

    /// <summary>A copy that may be written to.</summary>
    public Plane<T> Copy() => new(Region, All.ToArray());
}
