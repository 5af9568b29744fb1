using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering;

/// <summary>Draws the masks of areas in a view.</summary>
internal static class AreaMasks
{
    /// <summary>The mask of an area, before its strength, 0 … 1. It is kept by its content and not to be written to.</summary>
    public static float[] Draw(AreaPlan area, ViewPlanes view, PieceCache cache, CancellationToken cancel) =>
        cache.GetOrAdd($"mask {view.Key} {RecipeJson.Key(area.Area.Mask)}",
            () => Fold(area, view, cache, cancel), m => 4L * m.Length);

    private static float[] Fold(AreaPlan area, ViewPlanes view, PieceCache cache, CancellationToken cancel)
    {
        var width = view.Width;
        var mask = new float[width * view.Height];
        foreach (var part in area.Parts)
        {
            if (!part.Part.On) continue;
            var draw = part.Prepare(view, cache, cancel);
            Rows.Each(view.Height, width, (y, row) =>
            {
                draw(y, row);
                MaskFold.Join(mask.AsSpan(y * width, width), row, part.Part.Op, part.Part.Invert);
            }, cancel);
        }
        if (area.Area.Mask.Invert) MaskFold.Invert(mask);
        return mask;
    }
}
