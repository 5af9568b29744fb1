using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Measure.Quality.Edges;

/// <summary>Shades picked on a scene by a rule, as a hand might.</summary>
/// <param name="Deep">One, deep within the subject.</param>
/// <param name="Any">One, anywhere in it.</param>
/// <param name="Two">Both of these.</param>
/// <param name="Three">Three that lie apart in colour, and one of what is behind that is much like them, left out.</param>
/// <param name="Boxed">A box about the first.</param>
internal sealed record RuledPicks(ColourPart Deep, ColourPart Any, ColourPart Two, ColourPart Three, ColourPart Boxed)
{
    private const int Box = 9;

    /// <param name="scene">Of which it is known what belongs to the subject.</param>
    /// <param name="photo">As it was taken.</param>
    public static RuledPicks Of(MatteScene scene, BytePixels photo)
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
        int[] inside = [.. Enumerable.Range(0, scene.Alpha.Length).Where(i => scene.Alpha[i] > 0.99f)];
        var any = inside[new Random(inside.Length).Next(inside.Length)];
        ShadePick At(int i) => new() { X = (i % scene.Width + 0.5) / scene.Width, Y = (i / scene.Width + 0.5) / scene.Height };
        double X(int by) => Math.Clamp(own[0] % scene.Width + by, 0, scene.Width) / (double)scene.Width;
        double Y(int by) => Math.Clamp(own[0] / scene.Width + by, 0, scene.Height) / (double)scene.Height;
        return new RuledPicks(
            new ColourPart { Picks = [At(own[0])] }, new ColourPart { Picks = [At(any)] }, new ColourPart { Picks = [At(own[0]), At(any)] },
            new ColourPart { Picks = [.. picks.Select(At)], LeaveOut = [At(like[like.Length / 10])] },
            new ColourPart { Picks = [new ShadePick { X0 = X(-Box), Y0 = Y(-Box), X1 = X(Box + 1), Y1 = Y(Box + 1) }] });
    }

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
