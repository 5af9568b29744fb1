using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Treatments;

/// <summary>An edge-preserving base of a lightness plane: flat within things, stepping where the picture steps.</summary>
/// <remarks>The guided filter in its fast form (He, Sun 2015, "Fast Guided Filter"): the linear coefficients are found once on a
/// reduced picture of the whole photo and interpolated, so that a pixel of any size needs only its own place and lightness.
/// Whatever the tile, the answer is the same.</remarks>
internal sealed class GuidedBase
{
    private readonly float[] slope;
    private readonly float[] offset;
    private readonly int width;
    private readonly int height;
    private readonly double scale;

    private GuidedBase(float[] slope, float[] offset, int width, int height, double scale)
    {
        this.slope = slope;
        this.offset = offset;
        this.width = width;
        this.height = height;
        this.scale = scale;
    }

    public long Bytes => 8L * slope.Length;

    /// <summary>Smooths a plane along the edges of another.</summary>
    /// <param name="guide">Whose edges are kept, on the reduced picture.</param>
    /// <param name="plane">What is smoothed.</param>
    /// <param name="width">Of the reduced picture, pixels.</param>
    /// <param name="height">Of the reduced picture, pixels.</param>
    /// <param name="scale">Reduced pixels a photo pixel.</param>
    /// <param name="radius">Of the window, reduced pixels.</param>
    /// <param name="variance">Of the guide, below which detail is smoothed away.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static GuidedBase Of(float[] guide, float[] plane, int width, int height, double scale, int radius, float variance, CancellationToken cancel)
    {
        float[] Mean(float[] values) => BoxMean.Of(values, width, height, radius, cancel);
        var same = ReferenceEquals(guide, plane);
        var meanGuide = Mean(guide);
        var meanPlane = same ? meanGuide : Mean(plane);
        var guide2 = Mean(Product(guide, guide));
        var both = same ? guide2 : Mean(Product(guide, plane));
        var a = new float[guide.Length];
        var b = new float[guide.Length];
        for (var i = 0; i < a.Length; i++)
        {
            var spread = MathF.Max(0, guide2[i] - meanGuide[i] * meanGuide[i]);
            a[i] = (both[i] - meanGuide[i] * meanPlane[i]) / (spread + variance);
            b[i] = meanPlane[i] - a[i] * meanGuide[i];
        }
        return new GuidedBase(Mean(a), Mean(b), width, height, scale);
    }

    /// <summary>The base at a run of places.</summary>
    /// <param name="guide">Lightness there; replaced by the base.</param>
    /// <param name="place">Where.</param>
    public void Row(Span<float> guide, RowPlace place)
    {
        var v = Math.Clamp(place.Y * scale - 0.5, 0, height - 1);
        var top = (int)v;
        var down = (float)(v - top);
        var upper = top * width;
        var lower = Math.Min(top + 1, height - 1) * width;
        for (var i = 0; i < guide.Length; i++)
        {
            var u = Math.Clamp((place.X + i * place.Step) * scale - 0.5, 0, width - 1);
            var left = (int)u;
            var right = Math.Min(left + 1, width - 1);
            var across = (float)(u - left);
            guide[i] = Between(slope, upper, lower, left, right, across, down) * guide[i] + Between(offset, upper, lower, left, right, across, down);
        }
    }

    private static float Between(float[] plane, int upper, int lower, int left, int right, float across, float down)
    {
        var above = plane[upper + left] + (plane[upper + right] - plane[upper + left]) * across;
        var below = plane[lower + left] + (plane[lower + right] - plane[lower + left]) * across;
        return above + (below - above) * down;
    }

    private static float[] Product(float[] a, float[] b)
    {
        var result = new float[a.Length];
        for (var i = 0; i < a.Length; i++) result[i] = a[i] * b[i];
        return result;
    }
}
