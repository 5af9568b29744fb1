using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.DemoScenes.Truth;

namespace Yarnwheel.Measure.Quality.Edges;

/// <summary>Where a rough mask comes from: the program's own parts, by gestures that a rule makes, or a shaky hand.</summary>
internal static class RoughSources
{
    public static IEnumerable<(string Name, float[] Mask)> Of(MatteScene scene, BytePixels photo)
    {
        yield return ("by colour", ByColour(scene, photo));
        yield return ("by subject", Mask(photo, RoughGesture.For(scene.Alpha, scene.Width, scene.Height)));
        yield return ("shaky hand", scene.Rough);
    }

    /// <summary>Three shades of the subject and one of what is behind that is most like them; the reach that overlaps the truth best, as a hand would stop.</summary>
    private static float[] ByColour(MatteScene scene, BytePixels photo)
    {
        var part = RuledPicks.Of(scene, photo).Three;
        return ((double[])[1, 2, 3, 4, 6, 9, 12, 18, 25]).Select(reach => Mask(photo, part with { Reach = reach })).MaxBy(m => Grade.Overlap(m, scene.Alpha))!;
    }

    /// <summary>The mask of a part.</summary>
    public static float[] Mask(BytePixels photo, MaskPart part) => Mask(new PhotoRenderer(Pyramid.Build(photo)), part);

    /// <inheritdoc cref="Mask(BytePixels, MaskPart)"/>
    public static float[] Mask(PhotoRenderer renderer, MaskPart part) => [.. renderer.Copies.Mask(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [part] } }] }, 0).Select(m => m / 65535f)];
}
