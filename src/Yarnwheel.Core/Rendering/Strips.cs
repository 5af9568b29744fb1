using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Rendering;

/// <summary>Cuts a picture into strips: about two million pixels each, large enough for all cores, small enough for little memory.</summary>
internal static class Strips
{
    private const int Pixels = 2_000_000;

    public static IEnumerable<Region> Of(int width, int height)
    {
        var rows = Math.Clamp(Pixels / width, 1, height);
        for (var y = 0; y < height; y += rows) yield return new Region(0, y, width, Math.Min(rows, height - y));
    }
}
