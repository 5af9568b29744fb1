using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By outline: exact coverage, then its softness by a Gaussian, leaning inwards or outwards.</summary>
internal sealed class OutlinePartPlan(OutlinePart part, PhotoSteps steps) : PartPlan(part)
{
    private readonly OutlinePart part = part;

    public override RowOfMask Prepare(Drawing drawing, Region region)
    {
        if (part.Nodes.Length < 3) return (_, mask) => mask.Clear();
        var soft = Soft(drawing, region);
        var opacity = (float)(part.Opacity / 100);
        var gain = (float)(1 + Math.Abs(part.Lean) / 100);
        var shift = part.Lean < 0 ? 1 - gain : 0;
        return (y, mask) =>
        {
            var row = soft.Row(y, region);
            for (var x = 0; x < mask.Length; x++) mask[x] = opacity * Math.Clamp(row[x] * gain + shift, 0, 1);
        };
    }

    private Plane<float> Soft(Drawing drawing, Region region)
    {
        var photo = steps.Source.Photo;
        var sigma = part.Softness * Math.Max(photo.Width, photo.Height) * drawing.Scale / 4;
        var cell = GaussianBlur.Cell(sigma);
        if (cell == 1) return GaussianBlur.Of(Coverage(drawing.Scale, region.Widen(GaussianBlur.Halo(sigma)), drawing.Cancel), sigma, drawing.Cancel);
        // A wide softness is drawn at the size of the blur's cells at once: coverage is exact at any size, and nothing grows with the softness.
        var cells = GaussianBlur.CellsOf(region.Widen(GaussianBlur.Halo(sigma)), cell);
        return GaussianBlur.OfCells(Coverage(drawing.Scale / cell, cells, drawing.Cancel), sigma, region, drawing.Cancel);
    }

    private Plane<float> Coverage(double scale, Region region, CancellationToken cancel) =>
        OutlineCoverage.Draw(OutlinePath.Flatten(part.Nodes, steps.Source.Photo.Width * scale, steps.Source.Photo.Height * scale), region, cancel);
}
