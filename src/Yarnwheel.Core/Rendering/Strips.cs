using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Rendering;

/// <summary>Cuts a picture into strips: about a million pixels each, large enough for all cores, small enough for little memory.</summary>
internal static class Strips
{
    /// <summary>How much strips may leave behind before it is collected, bytes.</summary>
    public const long MostLeft = 200_000_000;

    private const int Pixels = 1_000_000;

    public static IEnumerable<Region> Of(int width, int height)
    {
        var rows = Math.Clamp(Pixels / width, 1, height);
        for (var y = 0; y < height; y += rows) yield return new Region(0, y, width, Math.Min(rows, height - y));
    }
}
