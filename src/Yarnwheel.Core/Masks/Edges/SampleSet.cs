using System.Numerics;
using System.Runtime.InteropServices;
using System.Runtime.Intrinsics;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>Colours met near a pixel, and how far off; eight side by side.</summary>
/// <param name="storage">Room for them: <see cref="Room"/> floats.</param>
/// <param name="count">How many are there already.</param>
internal ref struct SampleSet(Span<float> storage, int count = 0)
{
    public const int Most = 24;
    public const int Room = 4 * Most;

    private readonly Span<float> storage = storage;

    public int Count { get; private set; } = count;

    public readonly Vector3 this[int k] => new(storage[k], storage[Most + k], storage[2 * Most + k]);

    public readonly float Distance(int k) => storage[3 * Most + k];

    public void Add(Vector3 colour, float distance)
    {
        if (Count == Most) return;
        storage[Count] = colour.X;
        storage[Most + Count] = colour.Y;
        storage[2 * Most + Count] = colour.Z;
        storage[3 * Most + Count] = distance;
        Count++;
    }

    public void Clear() => Count = 0;

    /// <summary>Its storage, to be kept.</summary>
    public readonly float[] ToArray() => storage.ToArray();

    /// <summary>Index of the nearest.</summary>
    public readonly int Nearest
    {
        get
        {
            var nearest = 0;
            for (var k = 1; k < Count; k++)
                if (Distance(k) < Distance(nearest)) nearest = k;
            return nearest;
        }
    }

    /// <summary>Eight of them from an index on, which is a multiple of eight; those beyond <see cref="Count"/> are left over from before.</summary>
    public readonly (Vector256<float> X, Vector256<float> Y, Vector256<float> Z, Vector256<float> Distance) Eight(int from)
    {
        ref var first = ref MemoryMarshal.GetReference(storage);
        return (Vector256.LoadUnsafe(ref first, (nuint)from), Vector256.LoadUnsafe(ref first, (nuint)(Most + from)),
            Vector256.LoadUnsafe(ref first, (nuint)(2 * Most + from)), Vector256.LoadUnsafe(ref first, (nuint)(3 * Most + from)));
    }

    /// <summary>All bits set in the lanes of eight that hold a sample.</summary>
    public readonly Vector256<float> Holds(int from) => Vector256.LessThan(Lanes + Vector256.Create((float)from), Vector256.Create((float)Count));

    private static readonly Vector256<float> Lanes = Vector256.Create(0f, 1, 2, 3, 4, 5, 6, 7);
}
