using System.Globalization;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering;

/// <summary>Draws the masks of areas in a view; the distances to shades are kept, so that reach and fade cost only a step.</summary>
internal static class AreaMasks
{
    /// <summary>The mask of an area, before its strength, 0 … 1. It is kept by its content and not to be written to.</summary>
    public static float[] Draw(AreaPlan area, ViewPlanes view, PieceCache cache, CancellationToken cancel) =>
        cache.GetOrAdd(string.Create(CultureInfo.InvariantCulture, $"mask {view.View} {RecipeJson.Key(area.Area.Mask)}"),
            () => Fold(area, view, cache, cancel), m => 4L * m.Length);

    private static float[] Fold(AreaPlan area, ViewPlanes view, PieceCache cache, CancellationToken cancel)
    {
        var width = view.Width;
        var mask = new float[width * view.Height];
        foreach (var part in area.Parts)
        {
            if (!part.Part.On) continue;
            var keep = Distances(part.Keep, view, cache, cancel);
            var leave = Distances(part.Leave, view, cache, cancel);
            Rows.Each(view.Height, width, (y, row) =>
            {
                if (keep is null) Array.Clear(row);
                else
                {
                    Likeness.Row(keep.AsSpan(y * width, width), leave is null ? [] : leave.AsSpan(y * width, width),
                        (float)(part.Part.Reach / 100), (float)(part.Part.Fade / 100), row);
                }
                MaskFold.Join(mask.AsSpan(y * width, width), row, part.Part.Op, part.Part.Invert);
            }, cancel);
        }
        if (area.Area.Mask.Invert) MaskFold.Invert(mask);
        return mask;
    }

    private static float[]? Distances(KeyedField? keyed, ViewPlanes view, PieceCache cache, CancellationToken cancel)
    {
        if (keyed?.Field is not { } field) return null;
        var key = string.Create(CultureInfo.InvariantCulture, $"distance {view.View} {keyed.Key}");
        return cache.GetOrAdd(key, () =>
        {
            var plane = new float[view.Width * view.Height];
            Rows.Each(view.Height, y =>
            {
                for (var i = y * view.Width; i < (y + 1) * view.Width; i++) plane[i] = field.Distance(view.L[i], view.A[i], view.B[i]);
            }, cancel);
            return plane;
        }, p => 4L * p.Length);
    }
}
