using System.Collections.Immutable;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Finding;
using Yarnwheel.Core.Masks.Subjects;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering;

// What is left over, and where an edge is worst.
public sealed partial class PhotoRenderer
{
    /// <summary>Larger photos are searched at half size, a quarter …: pixels.</summary>
    private const long MostSearched = 2_600_000;

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

    /// <summary>Looks at the photo as far as is needed before a subject can be cut out of it, so that the first answer comes sooner.</summary>
    /// <param name="cancel">Ends the work early.</param>
    public void PrepareSubjects(CancellationToken cancel = default) => source.CutPicture(cancel);

    /// <summary>Where the contour of a by-subject part is in doubt, longest first.</summary>
    /// <param name="part">The part.</param>
    /// <param name="cancel">Ends the work early.</param>
    public IReadOnlyList<DoubtfulStretch> Doubts(SubjectPart part, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(part);
        return source.Subject(part, cancel).Doubts(cancel);
    }

    /// <summary>The one thing that the photo is clearly of, as a part.</summary>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>The part, or null: there is no clear subject.</returns>
    public SubjectPart? MainSubject(CancellationToken cancel = default) => Yarnwheel.Core.Masks.Subjects.MainSubject.Of(source.CutPicture(cancel).Half, cancel);

    private SearchedMask Searched(Recipe recipe, int area, CancellationToken cancel)
    {
        var plan = RenderPlan.Compile(recipe, source);
        ArgumentOutOfRangeException.ThrowIfNegative(area);
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(area, plan.Areas.Count);
        var only = plan.Areas[area];
        return source.Cache.GetOrAdd($"searched {only.MaskKey} {RecipeJson.Key(only.Area.Edge)} {plan.Light.Key}", () => Search(plan, only, cancel), s => s.Bytes);
    }

    private SearchedMask Search(RenderPlan plan, AreaPlan area, CancellationToken cancel)
    {
        var index = Photo.LevelWithin(MostSearched);
        var level = Photo.Level(index);
        var scale = 1.0 / (1 << index);
        var mask = new byte[level.Width * level.Height];
        var lab = new LabPlanes(level.Width, level.Height);
        foreach (var region in Strips.Of(level.Width, level.Height))
        {
            cancel.ThrowIfCancellationRequested();
            var pieces = new PieceCache(0);
            var planes = ViewPlanes.Kept(Photo, new View(region, scale), plan.Light, pieces, cancel);
            var strip = AreaMasks.Draw(area, new MaskScene(planes, plan.Light, source, pieces, cancel)).Mask;
            for (var i = 0; i < strip.Length; i++) mask[region.Y * level.Width + i] = (byte)(strip[i] * 255 + 0.5f);
            planes.Lab.L.CopyTo(lab.L, region.Y * level.Width);
            planes.Lab.A.CopyTo(lab.A, region.Y * level.Width);
            planes.Lab.B.CopyTo(lab.B, region.Y * level.Width);
        }
        var chroma = new float[mask.Length];
        for (var i = 0; i < chroma.Length; i++) chroma[i] = OkLab.Chroma(lab.A[i], lab.B[i]);
        var edge = Math.Max(4, 1.5 * area.Area.Edge.Feather * scale);
        var specks = new SpeckFinder(mask, chroma, level.Width, level.Height, 1 / scale, edge, cancel);
        return new SearchedMask(mask, level.Width, level.Height, 1 / scale, specks, EdgeWalk.Of(mask, specks, lab, cancel));
    }

    /// <summary>A finished mask, and what was found in it.</summary>
    private sealed record SearchedMask(byte[] Mask, int Width, int Height, double Scale, SpeckFinder Specks, IReadOnlyList<EdgeStretch> Edges)
    {
        public long Bytes => 2 * Mask.LongLength + Specks.Found.Sum(f => 64L + 16 * f.Runs.Count);
    }
}
