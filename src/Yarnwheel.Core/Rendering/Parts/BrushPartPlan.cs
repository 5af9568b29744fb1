using System.Globalization;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Masks.Strokes;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By brush. The mask of the strokes before the newest is kept, so that a stroke costs what it covers, however many there are.</summary>
internal sealed class BrushPartPlan : PartPlan
{
    private readonly BrushStroke[] own;
    private readonly BrushStroke[] onMask;

    public BrushPartPlan(BrushPart part) : base(part)
    {
        own = [.. part.Strokes.Where(s => s.OnMask is null)];
        onMask = [.. part.Strokes.Where(s => s.OnMask is not null)];
    }

    // Strokes on the mask alone have nothing that could join.
    public override bool Joins => own.Length > 0 || onMask.Length == 0;

    public override bool Reworks => onMask.Length > 0;

    public override RowOfMask Prepare(MaskScene scene)
    {
        var width = scene.View.Width;
        var plane = Painted(own, "", () => new float[width * scene.View.Height], scene);
        return (y, mask) => plane.AsSpan(y * width, width).CopyTo(mask);
    }

    public override float[] Rework(Func<float[]> mask, string key, MaskScene scene) =>
        (float[])Painted(onMask, $"{key} {Part.Op} {Part.Invert} {StrokeKey.Of(own)}", mask, scene).Clone();

    /// <summary>A mask with strokes on it; not to be written to.</summary>
    private static float[] Painted(BrushStroke[] strokes, string key, Func<float[]> before, MaskScene scene)
    {
        var names = StrokeKey.Prefixes(strokes);
        string Name(int count) => string.Create(CultureInfo.InvariantCulture, $"strokes {scene.View.Key} {key} {names[count]:x}");
        return scene.Pieces.GetOrAdd(Name(strokes.Length), () =>
        {
            float[]? known = null;
            var count = strokes.Length;
            while (count > 0 && known is null) known = scene.Pieces.Find<float[]>(Name(--count));
            var mask = known is null ? before() : (float[])known.Clone();
            StrokePainter.Paint(mask, scene.View.View.Region, strokes.Skip(count).Select(s => Shape(s, scene)).ToList(), scene.View.Lab, scene.Cancel);
            return mask;
        }, m => 4L * m.Length);
    }

    private static StrokeShape Shape(BrushStroke stroke, MaskScene scene)
    {
        var photo = scene.Source.Photo;
        IReadOnlyList<Shade?> shades = stroke.Cling is null ? [] : scene.Source.Cache.GetOrAdd($"clung {StrokeKey.Of(stroke)} {scene.Light.Key}",
            () => StrokeShape.Shades(stroke, photo.Width, photo.Height, (x, y) => ShadeSet.Point(photo.Full, x, y, scene.Light)), s => 24L * s.Count);
        return StrokeShape.Of(stroke, shades, photo.Width, photo.Height, scene.View.View.Scale);
    }
}
