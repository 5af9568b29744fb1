using System.Runtime.InteropServices;

namespace Yarnwheel.Codecs;

/// <summary>Gives memory that is not needed any more back to the system: the runtime's, and what the codec library's allocator keeps.</summary>
public static partial class MemoryReturn
{
    /// <summary>M_ARENA_MAX of mallopt(3).</summary>
    private const int MostArenas = -8;

    /// <summary>Keeps the native allocator from holding a store of its own for each thread. To be called before threads are many.</summary>
    public static void Prepare()
    {
        if (OperatingSystem.IsLinux()) Try(() => mallopt(MostArenas, 2));
    }

    /// <summary>Gives back what can be; takes some tens of milliseconds.</summary>
    public static void Now()
    {
        GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true);
        if (OperatingSystem.IsLinux()) Try(() => malloc_trim(0));
    }

    private static void Try(Func<int> call)
    {
        try
        {
            call();
        }
        catch (Exception exception) when (exception is EntryPointNotFoundException or DllNotFoundException)
        {
            // A C library of another kind: nothing is given back there.
        }
    }

    [LibraryImport("libc.so.6")]
    private static partial int mallopt(int parameter, int value);

    [LibraryImport("libc.so.6")]
    private static partial int malloc_trim(nuint keep);
}
