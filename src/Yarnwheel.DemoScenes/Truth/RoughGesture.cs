using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.DemoScenes.Truth;

/// <summary>The box and the two strokes that a hurried hand would give for a known subject.</summary>
internal static class RoughGesture
{
    /// <summary>Room between subject and box, of the longer side.</summary>
    private const double Room = 0.03;

    /// <summary>How much more room a stroke must have where the subject is mixed than where it is alone, to go there.</summary>
    private const double MuchMore = 3;

    private const double WidestStroke = 0.012;

    public static SubjectPart For(float[] alpha, int width, int height)
    {
        int left = width, right = -1, top = height, bottom = -1;
        for (var i = 0; i < alpha.Length; i++)
        {
            if (alpha[i] < 0.5f) continue;
            (left, right) = (Math.Min(left, i % width), Math.Max(right, i % width));
            (top, bottom) = (Math.Min(top, i / width), Math.Max(bottom, i / width));
        }
        if (right < 0) return new SubjectPart();
        var longer = Math.Max(width, height);
        var room = (int)(Room * longer);
        var box = new Region(left - room, top - room, right - left + 1 + 2 * room, bottom - top + 1 + 2 * room).Intersect(new Region(0, 0, width, height));
        var (inside, within) = Through([.. alpha.Select(a => a > 0.99f)], box, width, height);
        // Behind steam hardly anything of it is seen alone: a hand paints what is it for the most part.
        var (mostly, wider) = Through([.. alpha.Select(a => a > 0.5f)], box, width, height);
        if (wider > MuchMore * within) (inside, within) = (mostly, wider);
        var (outside, without) = Through([.. alpha.Select(a => a < 0.004f)], box, width, height);
        return new SubjectPart
        {
            Box = new Box { X0 = box.X / (double)width, Y0 = box.Y / (double)height, X1 = box.Right / (double)width, Y1 = box.Bottom / (double)height },
            Inside = inside.Length == 0 ? [] : [inside],
            Outside = outside.Length == 0 ? [] : [outside],
            Width = WidthFor(Math.Min(within, without), longer),
        };
    }

    /// <summary>Of a stroke that has so much room, in shares of the longer side.</summary>
    public static double WidthFor(double room, int longer) => Math.Min(WidestStroke, Math.Max(1, room) / longer);

    /// <summary>A straight stroke from the place deepest in what is to be marked towards another deep place that can be reached without leaving it, and how wide it may be, pixels.</summary>
    public static (System.Collections.Immutable.ImmutableArray<StrokePoint> Stroke, double Room) Through(bool[] meant, Region box, int width, int height)
    {
        var depths = DistanceTransform.Of([.. meant.Select((m, i) => !m || !Contains(box, i % width, i / width))], width, height);
        var first = Enumerable.Range(0, meant.Length).MaxBy(depths.Distance);
        if (!meant[first]) return ([], 0);
        var room = depths.Distance(first);
        var second = first;
        var best = 0.0;
        for (var i = 0; i < meant.Length; i += 7)
        {
            if (depths.Distance(i) < 0.3 * room) continue;
            var far = Math.Min(Math.Sqrt(Squared(i)), 0.15 * width);
            if (far * depths.Distance(i) <= best || !Reaches(i)) continue;
            best = far * depths.Distance(i);
            second = i;
        }
        return ([At(first), At(second)], room * 0.6);

        double Squared(int i) => Math.Pow(i % width - first % width, 2) + Math.Pow(i / width - first / width, 2);

        bool Reaches(int i)
        {
            for (var t = 0.0; t <= 1; t += 0.02)
            {
                int x = (int)(first % width * (1 - t) + i % width * t), y = (int)(first / width * (1 - t) + i / width * t);
                if (depths.Distance(y * width + x) < 0.25 * room) return false;
            }
            return true;
        }

        StrokePoint At(int i) => new() { X = (i % width + 0.5) / width, Y = (i / width + 0.5) / height };
    }

    private static bool Contains(Region region, int x, int y) => x >= region.X && x < region.Right && y >= region.Y && y < region.Bottom;
}
