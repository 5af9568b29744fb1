using System.Globalization;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>A field of shades and a text that stands for its content.</summary>
internal sealed record KeyedField(string Key, ShadeField? Field);

/// <summary>By colour: the distances to its shades are kept, so that a drag of reach or fade costs only a step.</summary>
/// <param name="part">The part.</param>
/// <param name="keep">Field of the kept shades; null for none.</param>
/// <param name="leave">Field of the shades left out; null for none.</param>
internal sealed class ColourPartPlan(ColourPart part, KeyedField? keep, KeyedField? leave) : PartPlan(part)
{
    public override RowOfMask Prepare(MaskScene scene)
    {
        var width = scene.View.Width;
        var toKeep = Distances(keep, scene);
        var toLeave = Distances(leave, scene);
        return (y, mask) =>
        {
            if (toKeep is null) mask.Clear();
            else
            {
                Likeness.Row(toKeep.AsSpan(y * width, width), toLeave is null ? [] : toLeave.AsSpan(y * width, width),
                    (float)(part.Reach / 100), (float)(part.Fade / 100), mask);
            }
        };
    }

    private readonly ColourPart part = part;

    private float[]? Distances(KeyedField? keyed, MaskScene scene)
    {
        if (keyed?.Field is not { } field) return null;
        var view = scene.View;
        var key = string.Create(CultureInfo.InvariantCulture, $"distance {view.Key} {part.Calm} {keyed.Key}");
        return scene.Pieces.GetOrAdd(key, () =>
        {
            var lab = part.Calm > 0 ? Calmed(scene) : view.Lab;
            var plane = new float[view.Width * view.Height];
            Rows.Each(view.Height, y =>
            {
                var at = y * view.Width;
                field.Row(lab.L.AsSpan(at, view.Width), lab.A.AsSpan(at, view.Width), lab.B.AsSpan(at, view.Width), plane.AsSpan(at, view.Width));
            }, scene.Cancel);
            return plane;
        }, p => 4L * p.Length);
    }

    /// <summary>The view's colours, smoothed without crossing edges, so that noise does not mottle the mask.</summary>
    private LabPlanes Calmed(MaskScene scene)
    {
        var view = scene.View;
        return scene.Pieces.GetOrAdd(string.Create(CultureInfo.InvariantCulture, $"calm {view.Key} {part.Calm}"), () =>
        {
            var filter = new CalmFilter(part.Calm, view.View.Scale);
            var calmed = new LabPlanes(view.Width, view.Height);
            var left = view.View.Region.X - view.WideRegion.X;
            var top = view.View.Region.Y - view.WideRegion.Y;
            Rows.Each(view.Height, y =>
            {
                var at = y * view.Width;
                filter.Row(view.Wide, left, top + y, calmed.L.AsSpan(at, view.Width), calmed.A.AsSpan(at, view.Width), calmed.B.AsSpan(at, view.Width));
            }, scene.Cancel);
            return calmed;
        }, p => p.Bytes);
    }
}
