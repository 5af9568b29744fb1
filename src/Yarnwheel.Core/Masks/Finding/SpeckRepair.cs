using System.Collections.Immutable;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Finding;

/// <summary>Removes a speck by strokes on the mask: round dabs that cover it and touch nothing else.</summary>
internal static class SpeckRepair
{
    /// <summary>How far the soft rim of a speck reaches beyond it, pixels.</summary>
    private const float Rim = 2.5f;

    private const int MostDabs = 400;

    /// <param name="speck">What is removed.</param>
    /// <param name="mask">It was found in, 0 … 255.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="inverted">Whether the mask is turned inside out after the strokes.</param>
    public static ImmutableArray<BrushStroke> Strokes(FoundSpeck speck, byte[] mask, int width, int height, bool inverted)
    {
        const int margin = 12;
        var left = Math.Max(0, speck.Runs.Min(r => r.Begin) - margin);
        var top = Math.Max(0, speck.Runs[0].Y - margin);
        var region = new Region(left, top, Math.Min(width, speck.Runs.Max(r => r.End) + margin) - left, Math.Min(height, speck.Runs[^1].Y + 1 + margin) - top);
        var open = new bool[region.Area];
        foreach (var run in speck.Runs) open.AsSpan((run.Y - top) * region.Width + run.Begin - left, run.End - run.Begin).Fill(true);
        // What must stay as it is: the pieces beside an island or a stray, what is round a pinhole's neighbours.
        var others = new bool[open.Length];
        for (var i = 0; i < others.Length; i++)
        {
            var isMasked = mask[(top + i / region.Width) * width + left + i % region.Width] >= 128;
            others[i] = !open[i] && (speck.Kind == SpeckKind.Pinhole ? !isMasked : isMasked);
        }
        var toOthers = DistanceTransform.Of(others, region.Width, region.Height);
        var depth = DistanceTransform.Of(Array.ConvertAll(open, o => !o), region.Width, region.Height);
        var order = Enumerable.Range(0, open.Length).Where(i => open[i]).OrderByDescending(i => depth.Distance(i)).ToArray();
        var strokes = ImmutableArray.CreateBuilder<BrushStroke>();
        foreach (var at in order)
        {
            if (!open[at] || strokes.Count == MostDabs) continue;
            var radius = MathF.Max(0.8f, MathF.Min(MathF.Min(depth.Distance(at), margin * 4) + Rim, toOthers.Distance(at) - 1));
            int x = at % region.Width, y = at / region.Width, reach = (int)radius;
            for (var v = Math.Max(0, y - reach); v <= Math.Min(region.Height - 1, y + reach); v++)
                for (var u = Math.Max(0, x - reach); u <= Math.Min(region.Width - 1, x + reach); u++)
                    if ((u - x) * (u - x) + (v - y) * (v - y) <= (radius - 0.5f) * (radius - 0.5f)) open[v * region.Width + u] = false;
            open[at] = false;
            strokes.Add(new BrushStroke
            {
                Erase = speck.Kind != SpeckKind.Pinhole != inverted,
                OnMask = MaskTones.All,
                Hardness = 100,
                Pen = PenPressure.None,
                Radius = Math.Round(radius / Math.Max(width, height), 6),
                Points = [new BrushPoint { X = Math.Round((left + x + 0.5) / width, 6), Y = Math.Round((top + y + 0.5) / height, 6) }],
            });
        }
        return strokes.ToImmutable();
    }
}
