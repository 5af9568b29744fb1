using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Edges;
using Yarnwheel.Core.Rendering.Operations;
using Yarnwheel.Core.Rendering.Parts;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering;

/// <summary>An area, ready to draw.</summary>
/// <param name="Area">The area.</param>
/// <param name="Mask">Draws its finished mask, before its strength.</param>
/// <param name="Fringe">Draws what its edge is mixed from; null where the fringe is left alone.</param>
/// <param name="Local">What its treatment asks for by surroundings, or null.</param>
/// <param name="LooksAtColours">Whether its mask or its edge looks at a view's own colours (<see cref="PhotoSteps.Judged"/>).</param>
internal sealed record AreaPlan(Area Area, Operation<Plane<float>> Mask, FringeOperation? Fringe, LocalTones? Local, bool LooksAtColours)
{
    /// <summary>What is done to its kept colour.</summary>
    public ToneChain Colour { get; } = ToneChain.ColourOf(Area.Treat);

    /// <summary>What is done to its tones, greys included.</summary>
    public ToneChain Tones { get; } = ToneChain.TonesOf(Area.Treat);

    /// <summary>The wash over its grey, or null.</summary>
    public Tint? Tint { get; } = Area.Treat.Tint is { Amount: > 0 } tint ? new Tint(tint, null) : null;

    /// <summary>How far it keeps what its mask holds, 0 … 1.</summary>
    public float Keeps { get; } = (float)(Area.Strength / 100 * (Area.Over ? Area.Colour / 100 : 1));

    public static AreaPlan Of(Area area, PhotoSteps steps)
    {
        var parts = area.Mask.Parts.Select(p => PartPlans.Of(p, steps)).ToArray();
        var folded = new FoldOperation(parts, area.Mask.Invert, steps.Lit);
        var (mask, fringe) = AreaEdge.Of(area.Edge, folded, steps.Judged, steps.Source, steps.HurriedAt);
        // What works over the others has no ground of its own to clean its edge by.
        return new AreaPlan(area, mask, area.Over ? null : fringe, LocalTones.Of(area.Treat, steps.Source.Details),
            area.Edge.Follow > 0 || area.Edge.Fringe > 0 || parts.Any(p => p.Part.On && p.LooksAtColours));
    }

    /// <summary>How far beyond a region the photo is read for it, pixels at the scale.</summary>
    public int Reach(double scale) => Math.Max(Mask.Reach(scale), Fringe?.Reach(scale) ?? 0);
}
