using System.Numerics;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Strands;

/// <summary>A thin thing that strokes run along: a branch, a hair, a cord.</summary>
/// <param name="Sections">Those that stand out from both sides, along the strokes.</param>
/// <param name="Width">Of the thickest tenth of them, pixels.</param>
internal sealed record StrokedStrand(IReadOnlyList<StrandSection> Sections, float Width)
{
    /// <summary>The widest that is thin, as a share of the longer side.</summary>
    private const double Widest = 0.025;

    /// <summary>Least difference from both sides, OKLab; and that of half of the sections: the yarns of a hank, or the shading of a ring, stand out less.</summary>
    private const float Contrast = 0.06f;
    private const float Clear = 0.12f;

    /// <summary>So much of each stroke must stand out.</summary>
    private const float Most = 0.75f;

    /// <summary>A stroke must be so many times as long as what it runs along is wide.</summary>
    private const float Along = 3;

    /// <summary>Between two sections, pixels.</summary>
    private const float Step = 1.5f;

    /// <summary>Of one way, about so many sections are looked at.</summary>
    private const int Enough = 100;

    /// <summary>Places to either side that a stroke's direction is taken from.</summary>
    private const int Smooth = 5;

    /// <param name="lab">OKLab of the picture.</param>
    /// <param name="part">Its inside strokes are looked at.</param>
    /// <returns>Null where the strokes run along nothing thin.</returns>
    public static StrokedStrand? Of(LabPlanes lab, SubjectPart part)
    {
        var sections = new List<StrandSection>();
        var length = 0f;
        foreach (var stroke in part.Inside)
        {
            var (looked, known) = (0, sections.Count);
            foreach (var places in Runs(stroke, lab.Width, lab.Height).Select(Places))
            {
                looked += Add(sections, lab, places, stroke.Max(p => p.Width) ?? part.Width);
                length += places.Count * Step;
            }
            if (sections.Count - known < Most * looked) return null;
        }
        if (sections.Count == 0 || sections.Select(s => s.Contrast).Order().ElementAt(sections.Count / 2) < Clear) return null;
        float[] widths = [.. sections.Select(s => s.Width).Order()];
        return length < Along * widths[widths.Length / 2] ? null : new StrokedStrand(sections, widths[widths.Length * 9 / 10]);
    }

    /// <summary>Adds the sections along a way that stand out.</summary>
    /// <returns>How many were looked at.</returns>
    private static int Add(List<StrandSection> sections, LabPlanes lab, List<Vector2> places, double wide)
    {
        var longer = Math.Max(lab.Width, lab.Height);
        var reach = (int)Math.Ceiling(Math.Clamp(0.75 * wide, 0.006, 0.05) * longer);
        var (looked, every) = (0, 1 + places.Count / Enough);
        for (var k = 0; k < places.Count; k += every, looked++)
        {
            var along = places[Math.Min(places.Count - 1, k + Smooth)] - places[Math.Max(0, k - Smooth)];
            if (along == default) continue;
            along = Vector2.Normalize(along);
            var section = StrandSection.At(lab, places[k], new Vector2(-along.Y, along.X), reach, (int)Math.Max(3, Widest * longer));
            if (section.Contrast >= Contrast) sections.Add(section);
        }
        return looked;
    }

    /// <summary>A stroke as ways that are not lifted, pixels.</summary>
    private static IEnumerable<List<Vector2>> Runs(IReadOnlyList<StrokePoint> stroke, int width, int height)
    {
        var run = new List<Vector2>();
        foreach (var point in stroke)
        {
            if (point.Lifted == true && run.Count > 0)
            {
                yield return run;
                run = [];
            }
            run.Add(new Vector2((float)(point.X * width), (float)(point.Y * height)));
        }
        if (run.Count > 0) yield return run;
    }

    private static List<Vector2> Places(List<Vector2> run)
    {
        var places = new List<Vector2> { run[0] };
        for (var k = 1; k < run.Count; k++)
        {
            var steps = (int)Math.Ceiling(Vector2.Distance(run[k - 1], run[k]) / Step);
            for (var s = 1; s <= steps; s++) places.Add(run[k - 1] + (float)s / steps * (run[k] - run[k - 1]));
        }
        return places;
    }
}
