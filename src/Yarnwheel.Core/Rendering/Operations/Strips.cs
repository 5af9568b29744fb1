using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Rendering.Cache;

namespace Yarnwheel.Core.Rendering.Operations;

/// <summary>Draws a whole picture strip by strip, top to bottom, each into the memory of the one before.</summary>
/// <remarks>A strip has about a million pixels: enough for all cores, little enough memory. Where something looks far beyond its region, strips grow
/// with it, so that what is drawn twice, above and below, stays less than what is drawn once; up to four million pixels, halo included.</remarks>
internal static class Strips
{
    private const int Pixels = 1_000_000;
    private const int Most = 4_000_000;

    /// <summary>How much strips may leave behind before it is collected, bytes.</summary>
    private const long MostLeft = 200_000_000;

    /// <param name="drawing">The picture; its pieces and arena are replaced by those of the strips.</param>
    /// <param name="reach">How far beyond a strip the photo is read, pixels.</param>
    /// <param name="strip">Draws one.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    public static void Each(Drawing drawing, int reach, Action<Drawing, Region> strip, IProgress<double>? progress = null)
    {
        var whole = drawing.Whole;
        var arena = new PlaneArena();
        var held = GC.GetTotalMemory(false);
        foreach (var region in Of(whole.Width, whole.Height, reach))
        {
            drawing.Cancel.ThrowIfCancellationRequested();
            strip(drawing with { Pieces = new PieceCache(long.MaxValue), Arena = arena }, region);
            arena.Reset();
            progress?.Report(region.Bottom / (double)whole.Height);
            // What a strip leaves are large planes without references: to collect them takes a millisecond or two, and where there is plenty
            // of memory they would otherwise pile up to many times the photo.
            if (GC.GetTotalMemory(false) < held + MostLeft) continue;
            GC.Collect(GC.MaxGeneration, GCCollectionMode.Forced, blocking: true, compacting: false);
            held = GC.GetTotalMemory(false);
        }
    }

    /// <summary>Draws one strip alone.</summary>
    public static void One(Drawing drawing, Region region, Action<Drawing, Region> strip)
    {
        drawing.Cancel.ThrowIfCancellationRequested();
        strip(drawing with { Pieces = new PieceCache(long.MaxValue), Arena = new PlaneArena() }, region);
    }

    /// <summary>The strips of a picture.</summary>
    public static IEnumerable<Region> Of(int width, int height, int reach = 0)
    {
        var wanted = Math.Max(Pixels / width, 2 * reach);
        var rows = Math.Clamp(Math.Min(wanted, Math.Max(Pixels, Most - 2L * reach * width) / width), 1, height);
        for (var y = 0; y < height; y += (int)rows) yield return new Region(0, y, width, (int)Math.Min(rows, height - y));
    }
}
