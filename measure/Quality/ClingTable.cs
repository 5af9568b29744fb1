using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Measure.Quality;

/// <summary>The clinging brush, taking away along the outside of a mask some pixels too wide: what it clears of the old colour, and what it spares of strands.</summary>
internal static class ClingTable
{
    private const int TooWide = 5;
    private const double Radius = 12;

    private static readonly (string Name, ColourCling? Cling)[] Starts =
    [
        ("no cling", null),
        ("most edges", new ColourCling { Reach = 5, Fade = 4, Lightness = 30 }),
        ("clears a fringe", new ColourCling { Reach = 11, Fade = 2, Lightness = 30 }),
        ("spares strands", new ColourCling { Reach = 2, Fade = 6, Lightness = 30 }),
    ];

    public static void Print(bool search, bool isShort)
    {
        Console.WriteLine("| scene | brush | fringe left | strands kept | body kept |");
        Console.WriteLine("|---|---|---|---|---|");
        var tried = search
            ? [.. from reach in (double[])[2, 3, 5, 8, 11, 14, 18] from fade in (double[])[2, 4, 6, 9, 12] select ($"reach {reach}, fade {fade}", (ColourCling?)new ColourCling { Reach = reach, Fade = fade, Lightness = 30 })]
            : Starts;
        var scenes = DrawnScenes.All().Where(s => s.Name is "crisp" or "hairy" or "thin strands" or "low contrast, hairy").Take(isShort ? 1 : 4).ToArray();
        foreach (var (name, cling) in tried)
        {
            foreach (var scene in scenes)
            {
                var (fringe, strands, body) = Grade(scene, cling);
                Console.WriteLine(FormattableString.Invariant($"| {scene.Name} | {name} | {fringe:P0} | {(strands is { } s ? $"{s:P0}" : "")} | {body:P0} |"));
            }
        }
    }

    private static (double Fringe, double? Strands, double Body) Grade(MatteScene scene, ColourCling? cling)
    {
        int width = scene.Width, height = scene.Height;
        var all = new Region(0, 0, width, height);
        var wide = MaskShift.By(new Plane<float>(all, [.. scene.Alpha.Select(a => a > 0.3f ? 1f : 0)]), TooWide, CancellationToken.None);
        var rgb = new byte[3 * width * height];
        for (var i = 0; i < rgb.Length; i++) rgb[i] = (byte)Math.Clamp(Math.Round(255 * Srgb.Encode(Math.Clamp(scene.Light(i), 0, 1))), 0, 255);
        var renderer = new PhotoRenderer(Pyramid.Build(new BytePixels(rgb, width, height)), pictures: new OnePicture(wide.Values));
        // The hand keeps the centre on the background, just outside what is masked.
        var outside = MaskShift.By(wide, 3, CancellationToken.None);
        var strokes = new List<BrushStroke>();
        for (var y = 4; y < height - 4; y += 4)
        {
            for (var x = 4; x < width - 4; x += 4)
            {
                if (outside[x, y] > 0.5f || !Touches(outside, x, y)) continue;
                strokes.Add(new BrushStroke { Erase = true, OnMask = MaskTones.All, Radius = Radius / width, Hardness = 90, Points = [new BrushPoint { X = (x + 0.5) / width, Y = (y + 0.5) / height }] });
            }
        }
        float[] Painted(ColourCling? how)
        {
            var part = new BrushPart { Strokes = [.. strokes.Select(stroke => stroke with { Cling = how })] };
            var recipe = new Recipe { Areas = [new Area { Mask = new Mask { Parts = [OnePicture.Part, part] } }] };
            return [.. renderer.Copies.Mask(recipe, 0).Select(m => m / 65535f)];
        }
        var mask = Painted(cling);
        var plain = Painted(null);
        // The fringe: what is masked beyond what the subject has, of mostly other colour, where the brush went.
        double before = 0, left = 0, body = 0, bodyKept = 0;
        for (var i = 0; i < mask.Length; i++)
        {
            var alpha = scene.Alpha[i];
            if (alpha < 0.5f && plain[i] < 0.05f)
            {
                before += Math.Max(0, wide.Values[i] - alpha);
                left += Math.Max(0, mask[i] - alpha);
            }
            if (alpha > 0.99f)
            {
                body++;
                bodyKept += mask[i];
            }
        }
        double? strands = scene.Strands.Length == 0 ? null : scene.Strands.Count(s => mask[s] > 0.5f) / (double)scene.Strands.Length;
        return (left / before, strands, bodyKept / body);
    }

    private static bool Touches(Plane<float> mask, int x, int y)
    {
        for (var v = -4; v <= 4; v += 2)
            for (var u = -4; u <= 4; u += 2)
                if (mask[x + u, y + v] > 0.5f) return true;
        return false;
    }
}
