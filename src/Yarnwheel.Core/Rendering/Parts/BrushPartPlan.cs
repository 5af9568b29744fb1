using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Masks.Strokes;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By brush. The mask of the strokes before the newest is kept, so that a stroke costs what it covers, however many there are.</summary>
internal sealed class BrushPartPlan : PartPlan
{
    private readonly PhotoSteps steps;
    private readonly BrushStroke[] own;
    private readonly BrushStroke[] onMask;

    public BrushPartPlan(BrushPart part, PhotoSteps steps) : base(part)
    {
        this.steps = steps;
        own = [.. part.Strokes.Where(s => s.OnMask is null)];
        onMask = [.. part.Strokes.Where(s => s.OnMask is not null)];
    }

    // Strokes are many: each is written out once, not with every part that has it.
    public override ContentKey Key => ContentKey.Of($"brush {Part.Op} {Part.Invert}").With(Prefixes(own)[^1]).With(Prefixes(onMask)[^1]);

    // Strokes on the mask alone have nothing that could join.
    public override bool Joins => own.Length > 0 || onMask.Length == 0;

    public override bool Reworks => onMask.Length > 0;

    public override bool LooksAtColours => Clings(own) || Clings(onMask);

    public override RowOfMask Prepare(Drawing drawing, Region region)
    {
        var plane = Painted(own, steps.Judged.Key.With($"strokes"), () => new Plane<float>(region), drawing, region);
        return (y, mask) => plane.Row(y, region).CopyTo(mask);
    }

    public override Plane<float> Rework(Func<Plane<float>> mask, ContentKey key, Drawing drawing, Region region)
    {
        var painted = Painted(onMask, key.With($"strokes on the mask {Part.Op} {Part.Invert}").With(Prefixes(own)[^1]), mask, drawing, region);
        return painted.Region == region ? painted.Copy() : painted.Cut(region);
    }

    /// <summary>A mask with strokes on it; not to be written to.</summary>
    private Plane<float> Painted(BrushStroke[] strokes, ContentKey key, Func<Plane<float>> before, Drawing drawing, Region region)
    {
        var names = Prefixes(strokes);
        PieceKey<Plane<float>> Name(int count) => new(key.With(names[count]), drawing.Scale);
        return drawing.Pieces.GetOrAdd(Name(strokes.Length), region, () =>
        {
            Plane<float>? known = null;
            var count = strokes.Length;
            while (count > 0 && known is null) known = drawing.Pieces.Find(Name(--count), region);
            var mask = known is null ? before() : known.Region == region ? known.Copy() : known.Cut(region);
            StrokePainter.Paint(mask, strokes.Skip(count).Select(s => Shape(s, drawing)).ToList(), (Clings(strokes) ? steps.Judged : steps.Lit).At(drawing, region).Lab, drawing.Cancel);
            return mask;
        }, drawing.Cancel);
    }

    private StrokeShape Shape(BrushStroke stroke, Drawing drawing)
    {
        var photo = steps.Source.Photo;
        var shades = stroke.Cling is null ? [] : steps.Source.Whole.GetOrAdd(new PieceKey<ClungShades>(steps.Judged.Key.With(ContentKey.Of(stroke))),
            () => new ClungShades(StrokeShape.Shades(stroke, photo.Width, photo.Height, (x, y) => ShadeSet.Point(photo.Full, x, y, steps.Judged.Light))), drawing.Cancel).List;
        return StrokeShape.Of(stroke, shades, photo.Width, photo.Height, drawing.Scale);
    }

    private static bool Clings(BrushStroke[] strokes) => strokes.Any(s => s.Cling is not null);

    /// <summary>Names of the runs of the first 0, 1, 2 … strokes.</summary>
    private static ContentKey[] Prefixes(BrushStroke[] strokes)
    {
        var keys = new ContentKey[strokes.Length + 1];
        for (var k = 0; k < strokes.Length; k++) keys[k + 1] = keys[k].With(ContentKey.Of(strokes[k]));
        return keys;
    }

    private sealed record ClungShades(IReadOnlyList<Shade?> List) : IPiece
    {
        public long Bytes => 24L * List.Count;
    }
}
