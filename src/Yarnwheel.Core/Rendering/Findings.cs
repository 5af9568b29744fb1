using System.Collections.Immutable;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Masks.Finding;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Masks.Subjects;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Edges;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering;

/// <summary>Finds in one photo what is left over, where an edge is worst, and its subjects.</summary>
public sealed class Findings
{
    /// <summary>Larger photos are searched at half size, a quarter …: pixels.</summary>
    private const long MostSearched = 2_600_000;

    private readonly RenderSource source;

    internal Findings(RenderSource source) => this.source = source;

    /// <summary>Strays, islands and pinholes of an area, largest first.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="area">Index of the area.</param>
    /// <param name="cancel">Ends the work early.</param>
    public IReadOnlyList<Speck> Specks(Recipe recipe, int area, CancellationToken cancel = default)
    {
        var searched = Searched(recipe, area, cancel);
        return [.. searched.Specks.Found.Select(f => f.At(searched.Width, searched.Height, searched.Scale))];
    }

    /// <summary>Strokes on the mask that remove the speck at a place; none where there is no such speck.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="area">Index of the area.</param>
    /// <param name="kind">Which kind.</param>
    /// <param name="x">Its middle, 0 … 1 over the width.</param>
    /// <param name="y">Its middle, 0 … 1 over the height.</param>
    /// <param name="cancel">Ends the work early.</param>
    public ImmutableArray<BrushStroke> Repair(Recipe recipe, int area, SpeckKind kind, double x, double y, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var searched = Searched(recipe, area, cancel);
        var speck = searched.Specks.Found.FirstOrDefault(f => f.Kind == kind && f.At(searched.Width, searched.Height, 1) is var at && Math.Abs(at.X - x) < 1e-4 && Math.Abs(at.Y - y) < 1e-4);
        return speck is null ? [] : SpeckRepair.Strokes(speck, searched.Mask, searched.Width, searched.Height, recipe.Areas[area].Mask.Invert);
    }

    /// <summary>The worst stretches of an area's edge, worst first.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="area">Index of the area.</param>
    /// <param name="cancel">Ends the work early.</param>
    public IReadOnlyList<EdgeStretch> WorstEdges(Recipe recipe, int area, CancellationToken cancel = default) => Searched(recipe, area, cancel).Edges;

    /// <summary>Settings that suit an area's edge as its parts leave it.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="area">Index of the area.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>The settings, or null: the area keeps nothing, or everything.</returns>
    public EdgeRefinement? TidyEdge(Recipe recipe, int area, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var now = recipe.Areas[area].Edge;
        var untouched = RenderPlan.Compile(recipe with { Areas = [recipe.Areas[area] with { Edge = new EdgeRefinement() }] }, source);
        var level = source.Photo.LevelWithin(MostSearched);
        var drawing = source.Drawing(1.0 / (1 << level), 0, cancel);
        return EdgeProposal.For(now, WholeMask.Of(untouched.Areas[0].Mask, level, drawing), drawing.Whole.Width, drawing.Whole.Height, 1 << level);
    }

    /// <summary>Looks at the photo as far as is needed before a subject can be cut out of it, so that the first answer comes sooner.</summary>
    /// <param name="cancel">Ends the work early.</param>
    public void PrepareSubjects(CancellationToken cancel = default) => source.RegionTree(cancel);

    /// <summary>The region of the photo that pointing at a place means.</summary>
    /// <param name="x">0 … 1 over the width.</param>
    /// <param name="y">0 … 1 over the height.</param>
    /// <param name="level">How many steps larger, or smaller, than the one that stands out most.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <example><code>
    /// var larger = renderer.Findings.RegionAt(0.4, 0.5, level: 1);
    /// </code></example>
    public PhotoRegion RegionAt(double x, double y, int level = 0, CancellationToken cancel = default)
    {
        var (picture, tree) = (source.CutPicture(cancel), source.RegionTree(cancel));
        var (levels, best) = tree.At(x, y);
        if (levels.Count == 0) return new PhotoRegion(0, 0, 1, []);
        var at = best + Math.Clamp(level, -best, levels.Count - 1 - best);
        return new PhotoRegion(at - best, levels.Count - 1 - at, tree.ShareOf(levels[at]), RegionOutline.Of(picture, tree.Members(levels[at])));
    }

    /// <summary>Where the contour of a by-subject part is in doubt, longest first.</summary>
    /// <param name="part">The part.</param>
    /// <param name="cancel">Ends the work early.</param>
    public IReadOnlyList<DoubtfulStretch> Doubts(SubjectPart part, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(part);
        return source.Subject(part, cancel).Doubts(cancel);
    }

    /// <summary>Whether a part by subject takes next to nothing: less than a fiftieth of its box, or of a hundredth of the photo where it has none; a thin thing may be small.</summary>
    /// <param name="part">Valid; whether it is turned inside out does not count.</param>
    /// <param name="cancel">Ends the work early.</param>
    public bool IsNextToNothing(SubjectPart part, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(part);
        var found = source.Subject(part, cancel);
        if (found.Reading == SubjectReading.Strand) return false;
        var mask = found.Mask(cancel);
        var share = mask.Sum(kept => (long)kept) / (255.0 * mask.Length);
        var most = part.Box is { } box ? Math.Abs((box.X1 - box.X0) * (box.Y1 - box.Y0)) : 0.01;
        return share < 0.02 * most;
    }

    /// <summary>The ways in which the gesture of a part by subject can be read, the likeliest first; those that come to the same but once. None where nothing is marked.</summary>
    /// <param name="part">Valid; its own reading and its corrections are left aside.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <example><code>
    /// var others = renderer.Findings.SubjectReadings(part).Skip(1);
    /// </code></example>
    public IReadOnlyList<SubjectReading> SubjectReadings(SubjectPart part, CancellationToken cancel = default) => [.. Read(part, cancel).Readings.Select(c => c.Reading)];

    /// <summary>A small picture of what a reading takes, about the gesture's box; null where the gesture has no such reading.</summary>
    /// <param name="part">Valid.</param>
    /// <param name="reading">Which.</param>
    /// <param name="cancel">Ends the work early.</param>
    public ReadingPicture? ReadingPicture(SubjectPart part, SubjectReading reading, CancellationToken cancel = default)
    {
        var read = Read(part, cancel);
        return read.Readings.FirstOrDefault(c => c.Reading == reading) is { } cut ? Masks.Subjects.ReadingPicture.Of(source.CutPicture(cancel), cut, read.Shown) : null;
    }

    /// <summary>The gesture before its corrections, however it may be read.</summary>
    private SubjectSolution Read(SubjectPart part, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(part);
        part = part with { Reading = null };
        var read = source.Subject(part, cancel);
        while (read.Readings.Count == 0 && source.Before(part, cancel) is { } before) read = source.Subject(part = before, cancel);
        return read;
    }

    /// <summary>The one thing that the photo is clearly of, as a part.</summary>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>The part, or null: there is no clear subject.</returns>
    public SubjectPart? MainSubject(CancellationToken cancel = default) =>
        Masks.Subjects.MainSubject.Of(source.CutPicture(cancel).Half, cancel) is { } part ? part with { Found = SubjectFinding.Main } : null;

    /// <summary>The photo's sky, as a part.</summary>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>The part, or null: there is no sky that can be told.</returns>
    public SubjectPart? Sky(CancellationToken cancel = default) =>
        SkyFinder.Of(source.CutPicture(cancel), cancel) is { } part ? part with { Found = SubjectFinding.Sky } : null;

    private SearchedMask Searched(Recipe recipe, int area, CancellationToken cancel)
    {
        var plan = RenderPlan.Compile(recipe, source);
        var only = plan.AreaAt(area);
        return source.Whole.GetOrAdd(new PieceKey<SearchedMask>(only.Mask.Key.With($"searched {only.Area.Edge.Feather}")), () => Search(plan, only, cancel), cancel);
    }

    private SearchedMask Search(RenderPlan plan, AreaPlan area, CancellationToken cancel)
    {
        var scale = 1.0 / (1 << source.Photo.LevelWithin(MostSearched));
        var drawing = source.Drawing(scale, 0, cancel);
        var whole = drawing.Whole;
        var mask = new Plane<byte>(whole);
        var lab = new LabPlanes(whole);
        Strips.Each(drawing, area.Mask.Reach(scale), (strip, region) =>
        {
            var lit = plan.Steps.Lit.At(strip, region.Widen(area.Mask.Reach(scale)).Intersect(whole));
            var drawn = area.Mask.At(strip, region);
            Rows.Each(region, y =>
            {
                WholeMask.Quantise(drawn.Row(y, region), mask.Row(y));
                var colours = lit.Lab.Row(y, region);
                var kept = lab.Row(y);
                colours.L.CopyTo(kept.L);
                colours.A.CopyTo(kept.A);
                colours.B.CopyTo(kept.B);
            }, cancel);
        });
        var chroma = new float[whole.Area];
        for (var i = 0; i < chroma.Length; i++) chroma[i] = OkLab.Chroma(lab.A[i], lab.B[i]);
        var edge = Math.Max(4, 1.5 * area.Area.Edge.Feather * scale);
        var specks = new SpeckFinder(mask.Values, chroma, whole.Width, whole.Height, 1 / scale, edge, cancel);
        return new SearchedMask(mask.Values, whole.Width, whole.Height, 1 / scale, specks, EdgeWalk.Of(mask.Values, specks, lab, cancel));
    }

    /// <summary>A finished mask, and what was found in it.</summary>
    private sealed record SearchedMask(byte[] Mask, int Width, int Height, double Scale, SpeckFinder Specks, IReadOnlyList<EdgeStretch> Edges) : IPiece
    {
        public long Bytes => 2 * Mask.LongLength + Specks.Found.Sum(f => 64L + 16 * f.Runs.Count);
    }
}
