using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;
using Yarnwheel.Core.Rendering.Parts;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering;

/// <summary>A recipe made ready to draw: its steps, with shades read from the photo and curves tabulated.</summary>
internal sealed class RenderPlan
{
    private RenderPlan(Recipe recipe, PhotoSteps steps)
    {
        Recipe = recipe;
        Steps = steps;
        Areas = [.. recipe.Areas.Select(a => AreaPlan.Of(a, steps))];
        Order = recipe.LaidOrder();
        Over = [.. Order.Where(k => recipe.Areas[k].Over)];
        Curve = new WheelCurve(recipe.Grey.Spokes);
        Sharpen = recipe.Finish.Sharpen.Amount > 0 ? new Sharpen(recipe.Finish.Sharpen) : null;
        Hues = Curve.IsFlat ? null : steps.Hues(recipe.Grey.Calm);
        Basis = steps.Basis(recipe.Grey.Basis);
    }

    public Recipe Recipe { get; }

    public PhotoSteps Steps { get; }

    public IReadOnlyList<AreaPlan> Areas { get; }

    /// <summary>The areas' numbers in the order in which they are laid: those that work over the others come last.</summary>
    public IReadOnlyList<int> Order { get; }

    /// <summary>Those that work over the others alone.</summary>
    public IReadOnlyList<int> Over { get; }

    public WheelCurve Curve { get; }

    /// <summary>What lifts the greys; null for a flat mix.</summary>
    public HueOperation? Hues { get; }

    /// <summary>The lightness of the greys before they are lifted.</summary>
    public BasisOperation Basis { get; }

    /// <summary>Of the finished picture; null for none.</summary>
    public Sharpen? Sharpen { get; }

    /// <param name="recipe">Valid.</param>
    /// <param name="source">The photo.</param>
    /// <param name="hurriedAt">Scale of a picture that a hand waits for (<see cref="PhotoSteps.HurriedAt"/>).</param>
    public static RenderPlan Compile(Recipe recipe, RenderSource source, double? hurriedAt = null) =>
        new(recipe, new PhotoSteps(source, new LitOperation(source.Light(recipe.Light)), hurriedAt));

    /// <summary>How far beyond a region the photo is read for all of its picture, pixels at the scale.</summary>
    public int Reach(double scale) => Areas.Where(a => a.Area.On).Select(a => a.Reach(scale)).Append(Hues?.Reach(scale) ?? 0).Max();

    /// <summary>The area of that number.</summary>
    /// <exception cref="ArgumentOutOfRangeException">There is none.</exception>
    public AreaPlan AreaAt(int index)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(index);
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(index, Areas.Count);
        return Areas[index];
    }
}
