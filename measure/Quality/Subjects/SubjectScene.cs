using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.DemoScenes.Truth;

namespace Yarnwheel.Measure.Quality.Subjects;

/// <summary>A picture, what of it is the subject, and a gesture that says so roughly: a box and two strokes.</summary>
/// <param name="Name">What is difficult about it.</param>
/// <param name="Rgb">Interleaved 8-bit sRGB.</param>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
/// <param name="Alpha">Share of the subject, 0 … 1.</param>
/// <param name="Gesture">Box and strokes.</param>
/// <param name="IsCompact">Whether the subject is a body, without strands and fuzz.</param>
internal sealed record SubjectScene(string Name, byte[] Rgb, int Width, int Height, float[] Alpha, SubjectPart Gesture, bool IsCompact)
{
    public BytePixels Photo => new(Rgb, Width, Height);

    /// <summary>The mask of a gesture at full size, 0 … 1.</summary>
    public static float[] Solve(PhotoRenderer renderer, SubjectPart part) =>
        [.. renderer.Copies.Mask(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [part] } }] }, 0).Select(m => m / 65535f)];

    public static SubjectScene Of(string name, byte[] rgb, int width, int height, float[] alpha, bool isCompact) =>
        new(name, rgb, width, height, alpha, RoughGesture.For(alpha, width, height), isCompact);
}
