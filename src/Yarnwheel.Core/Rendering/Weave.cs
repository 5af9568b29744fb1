namespace Yarnwheel.Core.Rendering;

/// <summary>The veil's woven pattern: threads over and under one another.</summary>
internal static class Weave
{
    private const int Thread = 4;

    /// <summary>After so many pixels across it comes again.</summary>
    public const int Period = 2 * Thread;

    /// <summary>The thread at a screen pixel: its encoded grey 0 … 1, and how dense it lies at half strength, 0 … 1.</summary>
    public static (float Ink, float Density) At(VeilInk ink, int x, int y)
    {
        var across = Mod(x, Thread);
        var down = Mod(y, Thread);
        var warp = ((x / Thread) + (y / Thread) & 1) == 0;
        return (warp ? across : down) switch
        {
            0 => (ink == VeilInk.Pale ? 0.94f : 0.06f, 0.5f),
            1 => (ink == VeilInk.Dark ? 0.06f : 0.94f, 0.42f),
            _ => (ink switch { VeilInk.Pale => 0.94f, VeilInk.Dark => 0.06f, _ => 0.5f }, 0.12f),
        };
    }

    private static int Mod(int value, int period) => (value % period + period) % period;
}
