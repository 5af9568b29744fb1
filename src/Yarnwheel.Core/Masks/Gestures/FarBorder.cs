using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Gestures;

/// <summary>What strokes without a box leave outside: where the picture ends, unless what is stroked leads there.</summary>
/// <remarks>A thing in a picture seldom lies along its border (boundary prior of salience: Y. Wei, F. Wen, W. Zhu, J. Sun, "Geodesic Saliency Using Background Priors", ECCV 2012); where it does, the way to it from the strokes is short.</remarks>
internal static class FarBorder
{
    /// <summary>As a share of the usual way from the strokes to the border: what lies nearer may belong to what is stroked.</summary>
    private const float Near = 0.5f;

    /// <summary>A gesture on a picture; where nothing says where its subject lies, the border far from it lies beyond.</summary>
    /// <param name="picture">That is cut.</param>
    /// <param name="part">Box and strokes.</param>
    /// <param name="around">Where the subject lies if no box says so; null for anywhere.</param>
    public static Markings Mark(CutPicture picture, SubjectPart part, Region? around = null)
    {
        var markings = Markings.Of(part, picture.Width, picture.Height, around);
        if (markings.IsBoxed || markings.IsEmpty) return markings;
        var isFar = Of(picture, new MarkedSuperpixels(picture, markings).Seeds);
        return markings.Without((x, y) => isFar[picture.SuperpixelAt(x, y)]);
    }

    /// <summary>Of each superpixel, whether it lies at the picture's border and far from those that are marked inside.</summary>
    private static bool[] Of(CutPicture picture, sbyte[] seeds)
    {
        var ways = NearnessLogOdds.Ways(picture, Enumerable.Range(0, seeds.Length).Where(k => seeds[k] == MarkedSuperpixels.Inside));
        var border = new HashSet<int>();
        foreach (var x in Enumerable.Range(0, picture.Width)) border.UnionWith([picture.SuperpixelAt(x, 0), picture.SuperpixelAt(x, picture.Height - 1)]);
        foreach (var y in Enumerable.Range(0, picture.Height)) border.UnionWith([picture.SuperpixelAt(0, y), picture.SuperpixelAt(picture.Width - 1, y)]);
        var usual = border.Select(k => ways[k]).Order().ElementAt(border.Count / 2);
        var isFar = new bool[seeds.Length];
        foreach (var k in border) isFar[k] = seeds[k] != MarkedSuperpixels.Inside && ways[k] >= Near * usual;
        return isFar;
    }
}
