namespace Yarnwheel.Core.Rendering;

/// <summary>The veil's woven pattern: pale and dark threads over and under one another, to be seen on any colour.</summary>
internal static class Weave
{
    private const int Thread = 4;

    /// <summary>The thread at a screen pixel: its encoded grey 0 … 1 and how dense it lies, 0 … 1.</summary>
    public static (float Ink, float Density) At(int x, int y)
    {
        var across = Mod(x, Thread);
        var down = Mod(y, Thread);
        var warp = ((x / Thread) + (y / Thread) & 1) == 0;
        var offset = warp ? across : down;
        return offset switch
        {
            0 => (0.06f, 0.5f),
            1 => (0.94f, 0.42f),
            _ => (0.5f, 0.12f),
        };
    }

    private static int Mod(int value, int period) => (value % period + period) % period;
}
