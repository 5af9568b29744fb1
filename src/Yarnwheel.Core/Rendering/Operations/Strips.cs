using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Rendering.Cache;

namespace Yarnwheel.Core.Rendering.Operations;

/// <summary>Draws a whole picture strip by strip, each thread its own, into the memory of the one before.</summary>
/// <remarks>All planes of a strip stay within a processor's cache: to fetch them from memory would take as long as to reckon them. Where something looks far
/// beyond its region, strips grow with it, so that what is drawn twice, above and below, stays less than what is drawn once; large ones are drawn one after
/// the other, by all threads together, of up to four million pixels, halo included.</remarks>
internal static class Strips
{
    /// <summary>What one thread draws by itself, pixels.</summary>
    private const int Small = 160_000;

    /// <summary>What all threads draw together, pixels.</summary>
    private const int Large = 1_000_000;

    private const int Most = 4_000_000;

    /// <param name="drawing">The picture; its pieces and arena are replaced by those of the strips.</param>
    /// <param name="reach">How far beyond a strip the photo is read, pixels.</param>
    /// <param name="strip">Draws one; called by several threads at once, for different strips.</param>
    /// <param name="progress">Receives the share done, 0 … 1; never less than before, by one thread at a time.</param>
    public static void Each(Drawing drawing, int reach, Action<Drawing, Region> strip, IProgress<double>? progress = null) => Each(drawing, drawing.Whole, reach, strip, progress);

    /// <inheritdoc cref="Each(Drawing, int, Action{Drawing, Region}, IProgress{double})"/>
    /// <param name="drawing">The picture; its pieces and arena are replaced by those of the strips.</param>
    /// <param name="within">Whole rows: only these are drawn.</param>
    /// <param name="reach">How far beyond a strip the photo is read, pixels.</param>
    /// <param name="strip">Draws one; called by several threads at once, for different strips.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    public static void Each(Drawing drawing, Region within, int reach, Action<Drawing, Region> strip, IProgress<double>? progress = null)
    {
        var strips = Of(within, reach);
        var pace = new StripPace(within.Area, Large, progress);
        // What is reckoned once for the whole photo is reckoned with the first strip, by all threads.
        var first = new PlaneArena();
        Draw(0, first);
        if (strips.Count == 1) return;
        if (IsLarge(strips[0]))
        {
            for (var k = 1; k < strips.Count; k++) Draw(k, first);
            return;
        }
        var next = 0;
        Rows.Apart(() =>
        {
            var arena = new PlaneArena();
            try
            {
                for (var k = Interlocked.Increment(ref next); k < strips.Count; k = Interlocked.Increment(ref next)) Draw(k, arena);
            }
            catch
            {
                // One failure ends them all: nobody begins another strip.
                Volatile.Write(ref next, strips.Count);
                throw;
            }
        }, drawing.Cancel);

        void Draw(int k, PlaneArena arena)
        {
            drawing.Cancel.ThrowIfCancellationRequested();
            strip(drawing with { Pieces = new PieceCache(long.MaxValue), Arena = arena }, strips[k]);
            arena.Reset();
            pace.Done(strips[k].Area);
        }
    }

    /// <summary>The strips of some rows.</summary>
    /// <param name="within">The rows.</param>
    /// <param name="reach">How far beyond a strip the photo is read, pixels.</param>
    public static IReadOnlyList<Region> Of(Region within, int reach) => Cut(within, RowsOf(within.Width, reach));

    private static List<Region> Cut(Region within, int rows)
    {
        var pieces = new List<Region>();
        for (var y = within.Y; y < within.Bottom; y += rows) pieces.Add(new Region(within.X, y, within.Width, Math.Min(rows, within.Bottom - y)));
        return pieces;
    }

    /// <summary>Stretches of a picture that are drawn as fast, each, as the whole.</summary>
    /// <param name="whole">The picture.</param>
    /// <param name="reach">How far beyond a strip the photo is read, pixels.</param>
    public static IReadOnlyList<Region> Stretches(Region whole, int reach) => Cut(whole, Math.Max(RowsOf(whole.Width, reach), Large / whole.Width));

    private static bool IsLarge(Region strip) => strip.Area > Large / 2;

    private static int RowsOf(int width, int reach)
    {
        // Four times the reach keeps what is drawn twice below half.
        var small = Math.Max(Small / width, 4L * reach);
        if (small * width <= Large / 2) return (int)Math.Max(1, small);
        var wanted = Math.Max(Large / width, 2L * reach);
        return (int)Math.Max(1, Math.Min(wanted, Math.Max(Large, Most - 2L * reach * width) / width));
    }
}
