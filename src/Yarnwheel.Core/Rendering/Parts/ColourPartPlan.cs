using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By colour.</summary>
internal sealed class ColourPartPlan : PartPlan
{
    private readonly ColourPart part;
    private readonly DistanceOperation? keep;
    private readonly DistanceOperation? leave;

    public ColourPartPlan(ColourPart part, PhotoSteps steps) : base(part)
    {
        this.part = part;
        keep = Distances(part.Picks, steps);
        leave = Distances(part.LeaveOut, steps);
    }

    public override bool LooksAtColours => keep is not null;

    public override int Reach(double scale) => Math.Max(keep?.Reach(scale) ?? 0, leave?.Reach(scale) ?? 0);

    public override RowOfMask Prepare(Drawing drawing, Region region)
    {
        if (Distances(drawing, region) is not var (toKeep, toLeave)) return (_, mask) => mask.Clear();
        return (y, mask) => Likeness.Row(toKeep.Row(y, region), toLeave is null ? [] : toLeave.Row(y, region), (float)(part.Reach / 100), (float)(part.Fade / 100), mask);
    }

    /// <summary>How far each pixel's colour lies from the kept shades, and from those left out, if there are any; null where no shade is kept.</summary>
    public (Plane<float> Keep, Plane<float>? Leave)? Distances(Drawing drawing, Region region) => keep is null ? null : (keep.At(drawing, region), leave?.At(drawing, region));

    private DistanceOperation? Distances(IReadOnlyCollection<ShadePick> picks, PhotoSteps steps)
    {
        if (picks.Count == 0) return null;
        var content = steps.Judged.Key.With($"shades {part.Lightness} {RecipeJson.Key(picks)}");
        return steps.Source.Shades(content, picks, part.Lightness, steps.Judged.Light) is { } field ? new DistanceOperation(steps.Judged, part.Calm, field, content) : null;
    }
}
