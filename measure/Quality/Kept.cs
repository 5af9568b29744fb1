using System.Runtime.InteropServices;

namespace Yarnwheel.Measure.Quality;

/// <summary>Keeps what takes long to make between runs, in the folder that YARNWHEEL_KEPT names; without one nothing is kept, and all is of one run.</summary>
internal static class Kept
{
    public static float[][] Planes(string name, Func<float[][]> make)
    {
        if (Environment.GetEnvironmentVariable("YARNWHEEL_KEPT") is not { Length: > 0 } folder) return make();
        var path = Path.Combine(folder, string.Concat(name.Where(char.IsLetterOrDigit)));
        if (!File.Exists(path + "0"))
        {
            Directory.CreateDirectory(folder);
            foreach (var (plane, k) in make().Select((p, k) => (p, k))) File.WriteAllBytes(path + k, MemoryMarshal.AsBytes(plane.AsSpan()));
        }
        return [.. Enumerable.Range(0, 16).Select(k => path + k).TakeWhile(File.Exists).Select(f => MemoryMarshal.Cast<byte, float>(File.ReadAllBytes(f)).ToArray())];
    }
}
