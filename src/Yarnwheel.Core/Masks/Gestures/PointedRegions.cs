using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Gestures;

/// <summary>The regions of a picture that were pointed at, put together.</summary>
internal static class PointedRegions
{
    /// <summary>Room round them in which strokes correct, as a share of their extent.</summary>
    private const double Room = 0.25;

    /// <param name="tree">Of the picture.</param>
    /// <param name="picks">In order.</param>
    /// <param name="count">Of superpixels.</param>
    /// <returns>Of each superpixel, whether it is taken.</returns>
    public static bool[] Of(RegionTree tree, IEnumerable<RegionPick> picks, int count)
    {
        var taken = new bool[count];
        foreach (var pick in picks)
        {
            var members = tree.Members(tree.Nearest(pick.X, pick.Y, pick.Share));
            for (var k = 0; k < taken.Length; k++)
                if (members[k]) taken[k] = !pick.Away;
        }
        return taken;
    }

    /// <summary>Where they lie, with room round them; pixels of the picture.</summary>
    public static Region Around(CutPicture picture, bool[] taken)
    {
        bool[] pixels = [.. picture.Superpixels.Labels.Select(k => taken[k])];
        var bounds = Contours.Bounds(pixels, new Region(0, 0, picture.Half.Width, picture.Half.Height));
        if (bounds.IsEmpty) return default;
        var room = (int)(Room * Math.Max(bounds.Width, bounds.Height)) + 4;
        var wide = bounds.Widen(room);
        return new Region(2 * wide.X, 2 * wide.Y, 2 * wide.Width, 2 * wide.Height).Intersect(new Region(0, 0, picture.Width, picture.Height));
    }
}
