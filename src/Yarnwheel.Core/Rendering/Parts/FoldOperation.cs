using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>The parts of an area's mask folded left to right.</summary>
internal sealed class FoldOperation : Operation<Plane<float>>
{
    private readonly bool invert;
    private readonly PartPlan[] parts;
    private readonly ContentKey[] keys;

    /// <param name="parts">In their order; those that are off are left out.</param>
    /// <param name="invert">Whether the outcome is turned inside out.</param>
    /// <param name="lit">The photo in its light.</param>
    public FoldOperation(IEnumerable<PartPlan> parts, bool invert, LitOperation lit) : this([.. parts.Where(p => p.Part.On)], invert, lit.Key)
    {
    }

    private FoldOperation(PartPlan[] parts, bool invert, ContentKey photo) : this(parts, invert, Prefixes(parts, photo))
    {
    }

    private FoldOperation(PartPlan[] parts, bool invert, ContentKey[] keys) : base(keys[^1].With($"mask {invert}"))
    {
        this.parts = parts;
        this.invert = invert;
        this.keys = keys;
    }

    public override int Reach(double scale) => parts.Select(p => p.Reach(scale)).DefaultIfEmpty(0).Max();

    protected override Plane<float> Draw(Drawing drawing, Region region)
    {
        var mask = Fold(parts.Length, drawing, region);
        if (invert) MaskFold.Invert(mask.All);
        return mask;
    }

    private static ContentKey[] Prefixes(PartPlan[] parts, ContentKey photo)
    {
        var keys = new ContentKey[parts.Length + 1];
        keys[0] = photo.With($"fold");
        for (var k = 0; k < parts.Length; k++) keys[k + 1] = keys[k].With(parts[k].Key);
        return keys;
    }

    /// <summary>The fold of the first parts; may be written to.</summary>
    private Plane<float> Fold(int count, Drawing drawing, Region region)
    {
        if (count == 0) return Nothing(drawing, region);
        return parts[count - 1] is { Reworks: true } part
            ? part.Rework(() => part.Joins ? Joined(count, drawing, region) : Fold(count - 1, drawing, region), keys[count - 1], drawing, region)
            : Joined(count, drawing, region);
    }

    /// <summary>The last of the first parts joined to the fold of those before it.</summary>
    private Plane<float> Joined(int count, Drawing drawing, Region region)
    {
        var part = parts[count - 1];
        if (count == 1 && part.Part is { Op: MaskOp.Add, Invert: false })
        {
            // Joined to nothing, a part is the mask.
            var only = drawing.Arena is null ? UnsetPlane.Of(region) : new Plane<float>(region, drawing.Arena);
            var first = part.Prepare(drawing, region);
            Rows.Each(region, y => first(y, only.Row(y)), drawing.Cancel);
            return only;
        }
        var mask = Fold(count - 1, drawing, region);
        var draw = part.Prepare(drawing, region);
        Rows.Each(region, region.Width, (y, row) =>
        {
            var own = row.AsSpan(0, region.Width);
            draw(y, own);
            MaskFold.Join(mask.Row(y), own, part.Part.Op, part.Part.Invert);
        }, drawing.Cancel);
        return mask;
    }

    private static Plane<float> Nothing(Drawing drawing, Region region)
    {
        var mask = new Plane<float>(region, drawing.Arena);
        if (drawing.Arena is not null) mask.All.Clear();
        return mask;
    }
}
