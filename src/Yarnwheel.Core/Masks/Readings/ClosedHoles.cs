using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Readings;

/// <summary>Closes what a subject encloses, but for what a stroke marks outside.</summary>
internal static class ClosedHoles
{
    /// <param name="picture">That was cut.</param>
    /// <param name="inside">Of each superpixel.</param>
    /// <param name="marked">What the gesture says.</param>
    public static bool[] Of(CutPicture picture, bool[] inside, MarkedSuperpixels marked)
    {
        var reached = new bool[inside.Length];
        var open = new Stack<int>();
        for (var k = 0; k < inside.Length; k++)
        {
            if (inside[k] || marked.Sides[k] != MarkedSuperpixels.Outside) continue;
            reached[k] = true;
            open.Push(k);
        }
        while (open.TryPop(out var at))
        {
            foreach (var next in picture.Neighbours[at])
            {
                if (inside[next] || reached[next]) continue;
                reached[next] = true;
                open.Push(next);
            }
        }
        return [.. reached.Select(r => !r)];
    }
}
