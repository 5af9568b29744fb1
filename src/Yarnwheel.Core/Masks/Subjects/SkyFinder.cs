using System.Numerics;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>Proposes the sky of a picture, as one stroke through it and one through what is below; or nothing.</summary>
/// <remarks>What is smooth, light and of a sky's colours (blue, or nearly grey and bright, or warm and bright) and hangs together from the upper border down. That a sky is light, smooth and above
/// is common practice, no source. The strokes say what it looks like: sky seen through branches or under an arch then belongs to it by its colours.</remarks>
internal static class SkyFinder
{
    /// <summary>Neighbours in a sky differ by so much at most, OKLab.</summary>
    private const float Smooth = 0.045f;

    /// <summary>So much of the upper border must be sky, and so much of the picture.</summary>
    private const double LeastAtTop = 0.25;
    private const double LeastShare = 0.015;
    private const double MostShare = 0.97;

    /// <summary>A sky is no darker than what is below by more than this, OKLab lightness.</summary>
    private const double Darker = 0.05;

    /// <summary>How deep within its side a stroke runs, pixels of the half picture.</summary>
    private const float Deep = 5;

    /// <summary>Colours that near to one of the sky may be sky, OKLab.</summary>
    private const float Near = 0.07f;

    private const double StrokeWidth = 0.008;

    /// <summary>Of dots on thin things.</summary>
    private const double DotWidth = 0.002;

    private const float Shallow = 1.5f;

    private const int MostDots = 14;

    /// <summary>Dots differ in colour by so much, OKLab.</summary>
    private const float LeastApart = 0.08f;

    /// <returns>The part, or null: no sky that can be told.</returns>
    /// <param name="picture">What is known of the picture.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static SubjectPart? Of(CutPicture picture, CancellationToken cancel)
    {
        bool[] alike = [.. Enumerable.Range(0, picture.Superpixels.Count).Select(k => IsLike(picture, k))];
        var sky = FromTop(picture, alike, out var atTop);
        if (atTop < LeastAtTop) return null;
        cancel.ThrowIfCancellationRequested();
        int width = picture.Half.Width, height = picture.Half.Height;
        var labels = picture.Superpixels.Labels;
        var near = NearSky(picture, sky);
        var (inside, outside) = (new bool[labels.Length], new bool[labels.Length]);
        double share = 0, light = 0, rest = 0, upper = 0, lower = 0;
        for (var i = 0; i < labels.Length; i++)
        {
            // Between branches superpixels are of both: their pixels tell.
            var isNear = near[picture.Coarse[i]];
            inside[i] = sky[labels[i]] && isNear;
            outside[i] = !alike[labels[i]] && !isNear;
            if (!sky[labels[i]])
            {
                rest += picture.Half.L[i];
                continue;
            }
            share++;
            light += picture.Half.L[i];
            if (i < labels.Length / 3) upper++;
            else if (i >= 2 * labels.Length / 3) lower++;
        }
        var count = labels.Length;
        if (share < LeastShare * count || share > MostShare * count || upper < 1.5 * lower) return null;
        if (light / share < rest / (count - share) - Darker) return null;
        var (within, without) = (Stroke(picture, inside), Stroke(picture, outside));
        if (within.Length == 0 || without.Length == 0) return null;
        return new SubjectPart
        {
            Box = new Box { X0 = 0, Y0 = 0, X1 = 1, Y1 = 1 },
            Inside = [[.. within]],
            Outside = [[.. without]],
            Width = StrokeWidth,
            Reading = SubjectReading.Strokes,
        };
    }

    /// <summary>Whether a superpixel could be sky by itself.</summary>
    private static bool IsLike(CutPicture picture, int k)
    {
        if (picture.Sizes[k] == 0) return false;
        var colour = picture.Means[k];
        var chroma = OkLab.Chroma(colour.Y, colour.Z);
        var hue = OkLab.Hue(colour.Y, colour.Z);
        var isColour = (hue is > 195 and < 300 && colour.X > 0.4f && chroma < 0.2) || (chroma < 0.045 && colour.X > 0.6f && (hue is < 30 or > 125 || chroma < 0.015)) || (hue is > 10 and < 110 && colour.X > 0.68f && chroma is > 0.045f and < 0.16f);
        if (!isColour) return false;
        // The middle one of its neighbours' differences: a branch beside it is no roughness of its own.
        var apart = picture.Neighbours[k].Select(n => (picture.Means[n] - colour).Length()).Order().ToArray();
        return apart.Length == 0 || apart[apart.Length / 2] < Smooth;
    }

    /// <summary>What hangs together with the upper border.</summary>
    private static bool[] FromTop(CutPicture picture, bool[] alike, out double atTop)
    {
        var sky = new bool[alike.Length];
        var open = new Stack<int>();
        var touching = 0;
        for (var x = 0; x < picture.Half.Width; x++)
        {
            var k = picture.Superpixels.Labels[x];
            if (!alike[k]) continue;
            touching++;
            if (sky[k]) continue;
            sky[k] = true;
            open.Push(k);
        }
        atTop = touching / (double)picture.Half.Width;
        while (open.TryPop(out var at))
        {
            foreach (var next in picture.Neighbours[at])
            {
                if (sky[next] || !alike[next] || (picture.Means[next] - picture.Means[at]).Length() > Smooth) continue;
                sky[next] = true;
                open.Push(next);
            }
        }
        return sky;
    }

    /// <summary>Of each cell of colours, whether it is near to a colour of the sky.</summary>
    private static bool[] NearSky(CutPicture picture, bool[] sky)
    {
        Vector3[] found = [.. picture.Means.Where((_, k) => sky[k])];
        Vector3[] few = [.. found.Where((_, k) => k % Math.Max(1, found.Length / 200) == 0)];
        var near = new bool[picture.Colours.Length];
        Parallel.For(0, near.Length, c => near[c] = few.Any(f => (f - picture.Colours[c]).LengthSquared() < Near * Near));
        return near;
    }

    /// <summary>A way through the largest piece of a side, deep within it: from its left to its right and to its far end.</summary>
    private static StrokePoint[] Stroke(CutPicture picture, bool[] side)
    {
        int width = picture.Half.Width, height = picture.Half.Height;
        var depths = DistanceTransform.Of([.. side.Select(s => !s)], width, height);
        bool[] deep = [.. side.Select((s, i) => s && depths.Distance(i) >= Deep)];
        var pieces = Components.Of(deep, width, height).Runs.GroupBy(r => r.Label).Select(p => p.ToArray()).ToArray();
        var dots = Dots(picture, side, depths);
        if (pieces.Length == 0) return [.. dots.Select(i => Point(i) with { Lifted = true, Width = DotWidth })];
        var largest = pieces.MaxBy(p => p.Sum(r => r.End - r.Begin))!;
        int At(Components.Run run, bool end) => run.Y * width + (end ? run.End - 1 : run.Begin);
        int left = At(largest.MinBy(r => r.Begin)!, false), right = At(largest.MaxBy(r => r.End)!, true);
        var top = At(largest.MinBy(r => r.Y)!, false);
        var bottom = At(largest.MaxBy(r => r.Y)!, false);
        var way = new List<int> { left };
        foreach (var goal in (int[])[top, right, bottom]) way.AddRange(Way(deep, way[^1], goal, width, height));
        return [.. way.Select(Point), .. dots.Select(i => Point(i) with { Lifted = true, Width = DotWidth })];

        StrokePoint Point(int i) => new() { X = Math.Round((i % width + 0.5) / width, 4), Y = Math.Round((i / width + 0.5) / height, 4) };
    }

    /// <summary>Places of a side whose colours differ most from one another, so that thin things and clouds are told as well.</summary>
    private static List<int> Dots(CutPicture picture, bool[] side, DistanceTransform depths)
    {
        int[] places = [.. Enumerable.Range(0, side.Length).Where(i => side[i] && depths.Distance(i) >= Shallow)];
        var step = Math.Max(1, places.Length / 4000);
        int[] few = [.. places.Where((_, k) => k % step == 0)];
        var found = new List<int>();
        if (few.Length == 0) return found;
        var apart = new float[few.Length];
        Array.Fill(apart, float.MaxValue);
        Vector3 Colour(int i) => picture.Colours[picture.Coarse[i]];
        var next = few.Length / 2;
        while (found.Count < MostDots && apart[next] > LeastApart * LeastApart)
        {
            found.Add(few[next]);
            for (var k = 0; k < few.Length; k++) apart[k] = MathF.Min(apart[k], (Colour(few[k]) - Colour(found[^1])).LengthSquared());
            next = Array.IndexOf(apart, apart.Max());
        }
        return found;
    }

    /// <summary>The corners of a shortest way from one place to another that stays within (breadth first, thinned to straight runs that stay within too).</summary>
    private static List<int> Way(bool[] within, int from, int to, int width, int height)
    {
        var before = new Dictionary<int, int> { [from] = -1 };
        var open = new Queue<int>([from]);
        while (open.TryDequeue(out var at) && at != to)
        {
            int x = at % width, y = at / width;
            foreach (var (u, v) in ((int, int)[])[(x - 1, y), (x + 1, y), (x, y - 1), (x, y + 1)])
            {
                var next = v * width + u;
                if (u < 0 || v < 0 || u >= width || v >= height || !within[next] || !before.TryAdd(next, at)) continue;
                open.Enqueue(next);
            }
        }
        var steps = new List<int>();
        for (var at = before.ContainsKey(to) ? to : from; at >= 0; at = before[at]) steps.Add(at);
        steps.Reverse();
        var corners = new List<int>();
        for (var k = 0; k < steps.Count - 1;)
        {
            var reach = steps.Count - 1;
            while (reach > k + 1 && !IsStraight(steps[k], steps[reach])) reach = k + (reach - k) / 2;
            corners.Add(steps[reach]);
            k = reach;
        }
        return corners;

        bool IsStraight(int a, int b)
        {
            var count = Math.Max(Math.Abs(a % width - b % width), Math.Abs(a / width - b / width));
            for (var t = 1; t < count; t++)
            {
                int x = (int)Math.Round(a % width + (b % width - a % width) * t / (double)count), y = (int)Math.Round(a / width + (b / width - a / width) * t / (double)count);
                if (!within[y * width + x]) return false;
            }
            return true;
        }
    }
}
