namespace Yarnwheel.Core.Rendering.Operations;

/// <summary>What is done after each strip: the share is told, and what strips left behind is collected.</summary>
/// <param name="all">Pixels of all strips.</param>
/// <param name="often">After how many pixels the share is told.</param>
/// <param name="progress">Receives the share done, 0 … 1; whoever holds it up holds up all strips.</param>
internal sealed class StripPace(long all, long often, IProgress<double>? progress)
{
    /// <summary>How much strips may leave behind before it is collected, bytes.</summary>
    private const long MostLeft = 200_000_000;

    private readonly Lock gate = new();
    private long held = GC.GetTotalMemory(false);
    private long done;
    private long told;

    /// <param name="pixels">Of a strip that is drawn.</param>
    public void Done(long pixels)
    {
        lock (gate)
        {
            done += pixels;
            if (done - told >= often || done == all)
            {
                told = done;
                progress?.Report(done / (double)all);
            }
            // What a strip leaves are large planes without references: to collect them takes a millisecond or two, and where there is plenty
            // of memory they would otherwise pile up to many times the photo.
            if (GC.GetTotalMemory(false) < held + MostLeft) return;
            GC.Collect(GC.MaxGeneration, GCCollectionMode.Forced, blocking: true, compacting: false);
            held = GC.GetTotalMemory(false);
        }
    }
}
