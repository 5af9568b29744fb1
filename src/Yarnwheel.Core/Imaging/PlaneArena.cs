using System.Numerics;

namespace Yarnwheel.Core.Imaging;

/// <summary>Memory for planes that all end together: strips of a picture are drawn one after the other, each into the memory of the one before.</summary>
/// <remarks>Fresh memory costs more than most of what is computed in it: the system clears it page by page. Lengths are rounded up to
/// eighths of an octave, so that strips of about one size share their memory; what a whole round had no use for is let go.</remarks>
public sealed class PlaneArena
{
    private readonly Lock gate = new();
    private readonly Dictionary<int, Stack<float[]>> free = [];
    private readonly List<float[]> taken = [];

    /// <summary>Memory held, bytes.</summary>
    public long Held
    {
        get
        {
            lock (gate) return 4 * (taken.Sum(p => p.LongLength) + free.Sum(f => (long)f.Key * f.Value.Count));
        }
    }

    /// <summary>A plane of at least so many values; what is in it is left over from before.</summary>
    public float[] Take(int length)
    {
        var size = Rounded(length);
        lock (gate)
        {
            var plane = free.TryGetValue(size, out var same) && same.Count > 0 ? same.Pop() : GC.AllocateUninitializedArray<float>(size);
            taken.Add(plane);
            return plane;
        }
    }

    /// <summary>Takes all planes back: none that was given may be used any more.</summary>
    public void Reset()
    {
        lock (gate)
        {
            free.Clear();
            foreach (var plane in taken)
            {
                if (!free.TryGetValue(plane.Length, out var same)) free[plane.Length] = same = new();
                same.Push(plane);
            }
            taken.Clear();
        }
    }

    private static int Rounded(int length)
    {
        if (length < 64) return 64;
        var step = 1 << (BitOperations.Log2((uint)(length - 1)) - 3);
        return (int)Math.Min(Array.MaxLength, ((long)length + step - 1) / step * step);
    }
}
