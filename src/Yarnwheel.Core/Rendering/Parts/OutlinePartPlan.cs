using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By outline: exact coverage, then its softness by a Gaussian, leaning inwards or outwards.</summary>
internal sealed class OutlinePartPlan(OutlinePart part) : PartPlan(part)
{
    public override RowOfMask Prepare(MaskScene scene)
    {
        var photo = scene.Source.Photo;
        var view = scene.View.View;
        var width = view.Region.Width;
        if (part.Nodes.Length < 3) return (_, mask) => mask.Clear();
        var sigma = part.Softness * Math.Max(photo.Width, photo.Height) * view.Scale / 4;
        var halo = GaussianBlur.Halo(sigma);
        var wide = new Region(view.Region.X - halo, view.Region.Y - halo, width + 2 * halo, view.Region.Height + 2 * halo);
        var coverage = OutlineCoverage.Draw(OutlinePath.Flatten(part.Nodes, photo.Width * view.Scale, photo.Height * view.Scale), wide);
        var soft = GaussianBlur.Of(coverage, wide, sigma, scene.Cancel);
        var opacity = (float)(part.Opacity / 100);
        var gain = (float)(1 + Math.Abs(part.Lean) / 100);
        var shift = part.Lean < 0 ? 1 - gain : 0;
        return (y, mask) =>
        {
            var row = soft.AsSpan((y + halo) * wide.Width + halo, width);
            for (var x = 0; x < width; x++) mask[x] = opacity * Math.Clamp(row[x] * gain + shift, 0, 1);
        };
    }

    private readonly OutlinePart part = part;
}
