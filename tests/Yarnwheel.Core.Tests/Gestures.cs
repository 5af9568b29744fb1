using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

/// <summary>Small drawn pictures and rough gestures on them.</summary>
internal static class Gestures
{
    public const int Width = 300;
    public const int Height = 200;

    /// <summary>A box about the disc.</summary>
    public static readonly SubjectPart Boxed = new() { Box = new Box { X0 = 0.28, Y0 = 0.15, X1 = 0.72, Y1 = 0.85 } };

    public static StrokePoint At(double x, double y) => new() { X = x, Y = y };

    public static Recipe RecipeOf(SubjectPart part) => new() { Areas = [new Area { Mask = new Mask { Parts = [part] } }] };

    public static float[] Mask(byte[] rgb, SubjectPart part) => Solve(new PhotoRenderer(Pictures.Pyramid(rgb, Width, Height)), part);

    public static float[] Solve(PhotoRenderer renderer, SubjectPart part) => [.. renderer.Copies.Mask(RecipeOf(part), 0).Select(m => m / 65535f)];

    public static bool Within(int x, int y, int centreX, int centreY, int radius) => (x - centreX) * (x - centreX) + (y - centreY) * (y - centreY) <= radius * radius;

    /// <summary>Of radius 50 in the middle.</summary>
    public static byte[] Disc(int noise) => Picture((x, y) => Within(x, y, 150, 100, 50) ? (190, 60, 50) : (70, 120, 70), noise);

    /// <summary>With the disc: intersection over union.</summary>
    public static double Overlap(float[] mask) => Overlap(mask, (x, y) => Within(x, y, 150, 100, 50));

    /// <summary>With what is true: intersection over union.</summary>
    public static double Overlap(float[] mask, Func<int, int, bool> isTrue)
    {
        int both = 0, either = 0;
        for (var i = 0; i < mask.Length; i++)
        {
            bool own = mask[i] >= 0.5f, truth = isTrue(i % Width, i / Width);
            if (own && truth) both++;
            if (own || truth) either++;
        }
        return both / (double)either;
    }

    /// <summary>Left and right exchanged.</summary>
    public static byte[] Mirrored(byte[] rgb)
    {
        var mirrored = new byte[rgb.Length];
        for (var i = 0; i < Width * Height; i++) rgb.AsSpan(3 * i, 3).CopyTo(mirrored.AsSpan(3 * MirroredAt(i)));
        return mirrored;
    }

    public static int MirroredAt(int i) => i / Width * Width + Width - 1 - i % Width;

    public static byte[] Picture(Func<int, int, (int R, int G, int B)> colour, int noise)
    {
        var random = new Random(3);
        var rgb = new byte[3 * Width * Height];
        for (var i = 0; i < Width * Height; i++)
        {
            var (r, g, b) = colour(i % Width, i / Width);
            byte Grainy(int v) => (byte)Math.Clamp(v + random.Next(-noise, noise + 1), 0, 255);
            (rgb[3 * i], rgb[3 * i + 1], rgb[3 * i + 2]) = (Grainy(r), Grainy(g), Grainy(b));
        }
        return rgb;
    }
}
