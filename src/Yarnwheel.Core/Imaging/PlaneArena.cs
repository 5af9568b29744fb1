namespace Yarnwheel.Core.Imaging;

/// <summary>Memory for planes that all end together: strips of a picture are drawn one after the other, each into the memory of the one before.</summary>
/// <remarks>Fresh memory costs more than most of what is computed in it: the system clears it page by page.</remarks>
public sealed class PlaneArena
{
    private readonly Lock gate = new();
    private readonly Dictionary<int, Stack<float[]>> free = [];
    private readonly List<float[]> taken = [];

    /// <summary>A plane of so many values; what is in it is left over from before.</summary>
    public float[] Take(int length)
    {
        lock (gate)
        {
            var plane = free.TryGetValue(length, out var same) && same.Count > 0 ? same.Pop() : GC.AllocateUninitializedArray<float>(length);
            taken.Add(plane);
            return plane;
        }
    }

    /// <summary>Takes all planes back: none that was given may be used any more.</summary>
    public void Reset()
    {
        lock (gate)
        {
            foreach (var plane in taken)
            {
                if (!free.TryGetValue(plane.Length, out var same)) free[plane.Length] = same = new();
                same.Push(plane);
            }
            taken.Clear();
        }
    }
}
