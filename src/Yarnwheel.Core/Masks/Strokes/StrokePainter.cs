using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Core.Masks.Strokes;

/// <summary>Paints strokes onto a mask, one after the other.</summary>
/// <remarks>What a stroke lays on a pixel is S = max(most that one pass lays, most coverage × (1 − e^−way)): one pass lays its flow, k passes 1 − (1 − flow)^k of
/// the ceiling, whether in one stroke or in several. Painting moves the mask m by S · (ceiling − m) where that is upwards, taking away by
/// S · (m − (1 − ceiling)) downwards; on the mask's own values both are weighted by <see cref="MaskToneWeight"/>.</remarks>
internal static class StrokePainter
{
    /// <param name="mask">0 … 1; changed.</param>
    /// <param name="strokes">In their order.</param>
    /// <param name="lab">Colours of the region at least, for strokes that cling.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static void Paint(Plane<float> mask, IReadOnlyList<StrokeShape> strokes, LabPlanes lab, CancellationToken cancel)
    {
        var region = mask.Region;
        var touching = strokes.Where(s => s.Touches(region)).ToArray();
        if (touching.Length == 0) return;
        var width = region.Width;
        var columns = new float[width];
        for (var x = 0; x < width; x++) columns[x] = region.X + x + 0.5f;
        // A row does not look at its neighbours: all strokes at once, row by row.
        Rows.Each(region.Height, 3 * width, (y, scratch) =>
        {
            var middle = region.Y + y + 0.5f;
            foreach (var stroke in touching)
            {
                if (middle < stroke.Top || middle > stroke.Bottom) continue;
                var from = Math.Clamp((int)MathF.Floor(stroke.Left - region.X), 0, width);
                var to = Math.Clamp((int)MathF.Ceiling(stroke.Right - region.X), 0, width);
                if (from >= to) continue;
                var row = new StrokeRow(scratch.AsSpan(from, to - from), scratch.AsSpan(width + from, to - from), scratch.AsSpan(2 * width + from, to - from));
                Lay(stroke, region, y, from, columns, lab, row);
                Join(stroke, row, mask.Row(region.Y + y).Slice(from, to - from));
            }
        }, cancel);
    }

    private static void Lay(StrokeShape stroke, Region region, int y, int from, float[] columns, LabPlanes lab, StrokeRow row)
    {
        row.Cover.Clear();
        if (!stroke.IsFull)
        {
            row.Pass.Clear();
            row.Way.Clear();
        }
        var middle = region.Y + y + 0.5f;
        var clings = stroke.Stroke.Cling is not null;
        foreach (ref readonly var segment in stroke.Segments.AsSpan())
        {
            if (middle < segment.Top || middle > segment.Bottom) continue;
            var begin = Math.Clamp((int)MathF.Floor(segment.Left - region.X), from, from + row.Cover.Length);
            var end = Math.Clamp((int)MathF.Ceiling(segment.Right - region.X), from, from + row.Cover.Length);
            if (begin >= end) continue;
            var run = end - begin;
            var under = clings ? lab.Row(region.Y + y, new Region(region.X + begin, 0, run, 0)) : default;
            LaneLoop.Over(new SegmentKernel(segment, stroke.Stroke, !stroke.IsFull, columns.AsSpan(begin, run), middle,
                under.L, under.A, under.B, row.Slice(begin - from, run)), run);
        }
    }

    private static void Join(StrokeShape shape, StrokeRow row, Span<float> mask)
    {
        var stroke = shape.Stroke;
        var ceiling = (float)(stroke.Ceiling / 100);
        for (var x = 0; x < mask.Length; x++)
        {
            var laid = row.Cover[x];
            if (laid <= 0) continue;
            if (!shape.IsFull) laid = MathF.Max(row.Pass[x], laid * (1 - MathF.Exp(-row.Way[x])));
            ref var m = ref mask[x];
            if (stroke.OnMask is { } tones) laid *= MaskToneWeight.Of(tones, m);
            if (stroke.Erase) m -= laid * MathF.Max(0, m - (1 - ceiling));
            else m += laid * MathF.Max(0, ceiling - m);
        }
    }
}
