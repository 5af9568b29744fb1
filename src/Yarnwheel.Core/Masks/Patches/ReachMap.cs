using System.Runtime.Intrinsics;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Patches;

/// <summary>For each pixel the smallest tolerance at which it joins the patch round a seed.</summary>
/// <remarks>The minimax path cost: over all 4-connected paths from the seed, the least possible value of the largest difference met,
/// a difference being the largest of the three channels' distances from the seed's colour. <c>map ≤ t</c> equals a fixed-range flood fill at t.</remarks>
public static class ReachMap
{
    private const int Lanes = 16;

    // Of sixteen pixels, 48 bytes: which bytes of each sixteen are a pixel's first; 255 for none.
    private static readonly Vector128<byte>[] Firsts =
    [
        Vector128.Create((byte)0, 3, 6, 9, 12, 15, 255, 255, 255, 255, 255, 255, 255, 255, 255, 255),
        Vector128.Create((byte)255, 255, 255, 255, 255, 255, 2, 5, 8, 11, 14, 255, 255, 255, 255, 255),
        Vector128.Create((byte)255, 255, 255, 255, 255, 255, 255, 255, 255, 255, 255, 1, 4, 7, 10, 13),
    ];

    /// <summary>The map of what hangs together with the seed.</summary>
    /// <param name="rgb">Interleaved 8-bit sRGB.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="seedX">Column of the seed.</param>
    /// <param name="seedY">Row of the seed.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>0 … 255 for each pixel.</returns>
    public static byte[] Of(byte[] rgb, int width, int height, int seedX, int seedY, CancellationToken cancel = default) =>
        ReachTiles.Solve(Everywhere(rgb, width, height, seedX, seedY), width, height, [(seedX, seedY)], cancel);

    /// <summary>The differences themselves: the map of what is alike anywhere.</summary>
    /// <inheritdoc cref="Of"/>
    public static byte[] Everywhere(byte[] rgb, int width, int height, int seedX, int seedY)
    {
        ArgumentNullException.ThrowIfNull(rgb);
        var map = GC.AllocateUninitializedArray<byte>(width * height);
        var seed = rgb.AsSpan(3 * (seedY * width + seedX), 3).ToArray();
        Rows.Each(height, y => Differences(rgb.AsSpan(3 * y * width, 3 * width), seed, map.AsSpan(y * width, width)));
        return map;
    }

    private static void Differences(ReadOnlySpan<byte> row, ReadOnlySpan<byte> seed, Span<byte> into)
    {
        Span<byte> repeated = stackalloc byte[Lanes + 2];
        for (var i = 0; i < repeated.Length; i++) repeated[i] = seed[i % 3];
        Vector128<byte> red = Vector128.Create(repeated), green = Vector128.Create(repeated[1..]), blue = Vector128.Create(repeated[2..]);
        var x = 0;
        // The last pixels look at two bytes more.
        for (; 3 * (x + Lanes) + 2 <= row.Length; x += Lanes)
        {
            var bytes = row.Slice(3 * x, 3 * Lanes + 2);
            var result = Vector128.Shuffle(Largest(bytes, red, green, blue), Firsts[0])
                | Vector128.Shuffle(Largest(bytes[Lanes..], green, blue, red), Firsts[1])
                | Vector128.Shuffle(Largest(bytes[(2 * Lanes)..], blue, red, green), Firsts[2]);
            result.CopyTo(into[x..]);
        }
        for (; x < into.Length; x++)
        {
            var difference = 0;
            for (var c = 0; c < 3; c++) difference = Math.Max(difference, Math.Abs(row[3 * x + c] - seed[c]));
            into[x] = (byte)difference;
        }
    }

    /// <summary>At each byte the largest difference of three in a row; it counts where the first is a pixel's first.</summary>
    private static Vector128<byte> Largest(ReadOnlySpan<byte> bytes, Vector128<byte> one, Vector128<byte> next, Vector128<byte> last)
    {
        static Vector128<byte> Difference(Vector128<byte> a, Vector128<byte> b) => Vector128.Max(a, b) - Vector128.Min(a, b);
        return Vector128.Max(Difference(Vector128.Create(bytes), one), Vector128.Max(Difference(Vector128.Create(bytes[1..]), next), Difference(Vector128.Create(bytes[2..]), last)));
    }
}
