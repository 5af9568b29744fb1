using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>Finds what counts as an island or a pinhole in the mask of a whole photo.</summary>
/// <remarks>An island is a connected piece (8-connected) of what is masked at all, a pinhole a piece (4-connected) of what is not
/// masked fully; its size is the sum of its mask, or of what it lacks, so that soft rims count by their share.</remarks>
internal static class SpeckMap
{
    public const byte Stays = 0;
    public const byte Cleared = 1;
    public const byte Filled = 2;
    private const int Least = 26;           // a tenth of 255: the rim of a speck goes with it

    /// <param name="mask">Of the whole photo, 0 … 255.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="islands">Islands up to this size are cleared, pixels of the mask.</param>
    /// <param name="pinholes">Pinholes up to this size are filled, pixels of the mask.</param>
    /// <returns>For each pixel whether it stays, is cleared or is filled.</returns>
    public static byte[] Of(byte[] mask, int width, int height, double islands, double pinholes)
    {
        var result = new byte[mask.Length];
        if (islands > 0) Mark(Components.Of(Marks.Between(mask, Least, 255), width, height), width, mask, v => v, islands, Cleared, result);
        if (pinholes > 0) Mark(Components.Of(Marks.Between(mask, 0, 255 - Least), width, height, diagonal: false), width, mask, v => 255 - v, pinholes, Filled, result);
        return result;
    }

    private static void Mark(Components pieces, int width, byte[] mask, Func<int, int> weight, double largest, byte what, byte[] result)
    {
        var sizes = new double[pieces.Count];
        foreach (var run in pieces.Runs)
            for (var x = run.Begin; x < run.End; x++) sizes[run.Label] += weight(mask[run.Y * width + x]) / 255.0;
        foreach (var run in pieces.Runs)
            if (sizes[run.Label] <= largest) result.AsSpan(run.Y * width + run.Begin, run.End - run.Begin).Fill(what);
    }
}
