using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;
using Yarnwheel.Core.Rendering.Parts;

namespace Yarnwheel.Core.Rendering;

/// <summary>How much of the photo is kept, counted on a small picture of it.</summary>
/// <param name="All">By all areas together, percent of the photo.</param>
/// <param name="Areas">By each area's mask before its strength; 0 for one that is off.</param>
public sealed record KeptShares(double All, IReadOnlyList<double> Areas)
{
    /// <summary>Pixels of the longer side that is counted on.</summary>
    private const double Side = 400;

    internal static KeptShares Of(Recipe recipe, RenderSource source, CancellationToken cancel)
    {
        var drawing = source.Drawing(Math.Min(1, Side / Math.Max(source.Photo.Width, source.Photo.Height)), 0, cancel);
        var plan = RenderPlan.Compile(recipe, source);
        var view = RenderedView.Of(plan, drawing, drawing.Whole, lifted: false);
        var composition = new Composition(plan, view);
        var kept = new float[drawing.Whole.Width];
        double all = 0;
        for (var y = 0; y < drawing.Whole.Height; y++)
        {
            composition.Kept(y, kept);
            all += kept.Sum(v => (double)v);
        }
        double Percent(double sum) => 100 * sum / drawing.Whole.Area;
        return new KeptShares(Percent(all), [.. view.Masks.Select(m => m is null ? 0 : Percent(Enumerable.Range(0, drawing.Whole.Height).Sum(y => RowSum(m, y, drawing))))]);
    }

    private static double RowSum(RenderedMask mask, int y, Drawing drawing)
    {
        double sum = 0;
        foreach (var value in mask.Mask.Row(y, drawing.Whole)) sum += value;
        return sum;
    }
}
