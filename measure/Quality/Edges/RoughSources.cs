using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
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
        var colours = Colours(photo);
        int[] own = Deepest(scene, a => a > 0.99f), rest = Deepest(scene, a => a < 0.004f);
        var picks = new List<int> { own[0] };
        while (picks.Count < 3)
        {
            var ranked = own.OrderBy(i => picks.Min(p => Between(colours, p, i))).ToArray();
            picks.Add(ranked[ranked.Length * 9 / 10]);
        }
        var like = rest.OrderBy(i => picks.Min(p => Between(colours, p, i))).ToArray();
        ShadePick At(int i) => new() { X = (i % scene.Width + 0.5) / scene.Width, Y = (i / scene.Width + 0.5) / scene.Height };
        var part = new ColourPart { Picks = [.. picks.Select(At)], LeaveOut = [At(like[like.Length / 10])] };
        return ((double[])[1, 2, 3, 4, 6, 9, 12, 18, 25]).Select(reach => Mask(photo, part with { Reach = reach })).MaxBy(m => Grade.Overlap(m, scene.Alpha))!;
    }

    private static float[] Mask(BytePixels photo, MaskPart part) =>
        [.. new PhotoRenderer(Pyramid.Build(photo)).Copies.Mask(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [part] } }] }, 0).Select(m => m / 65535f)];

    /// <summary>Pixels of one side, those first that lie deepest in it; a hundredth of them is enough.</summary>
    private static int[] Deepest(MatteScene scene, Func<float, bool> isOf)
    {
        var depths = DistanceTransform.Of([.. scene.Alpha.Select(a => !isOf(a))], scene.Width, scene.Height);
        var all = Enumerable.Range(0, scene.Alpha.Length).Where(i => isOf(scene.Alpha[i])).ToArray();
        return [.. all.OrderByDescending(depths.Distance).ThenBy(i => i).Take(Math.Max(1, all.Length / 2)).Where((_, k) => k % 50 == 0)];
    }

    private static (float L, float A, float B)[] Colours(BytePixels photo)
    {
        var result = new (float, float, float)[photo.Width * photo.Height];
        var row = new float[3 * photo.Width];
        for (var y = 0; y < photo.Height; y++)
        {
            photo.Read(0, y, row.AsSpan(0, photo.Width), row.AsSpan(photo.Width, photo.Width), row.AsSpan(2 * photo.Width));
            for (var x = 0; x < photo.Width; x++) result[y * photo.Width + x] = OkLab.FromLinear(row[x], row[photo.Width + x], row[2 * photo.Width + x]);
        }
        return result;
    }

    private static float Between((float L, float A, float B)[] colours, int one, int other)
    {
        var (l, a, b) = (0.35f * (colours[one].L - colours[other].L), colours[one].A - colours[other].A, colours[one].B - colours[other].B);
        return l * l + a * a + b * b;
    }
}
