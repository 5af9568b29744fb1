using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;

namespace Yarnwheel.Core.Rendering;

/// <summary>Draws the rows of a frame as interleaved 8-bit sRGB.</summary>
/// <param name="composition">The recipe over the view.</param>
/// <param name="planes">The view.</param>
/// <param name="finished">The finished picture, where it is known already; else it is drawn row by row.</param>
/// <param name="show">What to show.</param>
/// <param name="chosenMask">The mask that is shown; null for all together.</param>
/// <param name="lit">The hue that <see cref="Show.Hue"/> lights up.</param>
/// <param name="overlay">How the mask is laid over it.</param>
internal sealed class FramePicture(Composition composition, ViewPlanes planes, Planes? finished, Show show, float[]? chosenMask, HueArc? lit, Overlay overlay)
{
    /// <param name="y">Row.</param>
    /// <param name="scratch">Three rows and what the composition needs.</param>
    /// <param name="into">Receives the row.</param>
    public void Row(int y, Span<float> scratch, Span<byte> into)
    {
        var width = planes.Width;
        var light = new LightRow(scratch, width);
        switch (show)
        {
            case Show.Mask:
                break;
            case Show.Original:
            case Show.Kept:
            case Show.Hue:
                planes.Light.Row(y).CopyTo(light);
                break;
            case Show.Grey:
                composition.Grey(y, light.Red);
                light.Red.CopyTo(light.Green);
                light.Red.CopyTo(light.Blue);
                break;
            default:
                if (finished is null) composition.Result(y, light, scratch[(3 * width)..]);
                else finished.Row(y).CopyTo(light);
                break;
        }
        if (show != Show.Mask) SrgbByte.EncodeRow(light, into);
        if (show is Show.Mask or Show.Kept or Show.Veil or Show.Hue)
        {
            // The scratch rows are free again.
            var mask = scratch.Slice(3 * width, width);
            if (show == Show.Hue) Light(y, mask);
            else if (chosenMask is null) composition.Kept(y, mask);
            else chosenMask.AsSpan(y * width, width).CopyTo(mask);
            Cover(y, mask, into);
        }
        if (overlay.Stitch && show is not (Show.Original or Show.Hue)) StitchLine.Row(stitched, width, y, planes.View.Region.X, planes.View.Region.Y, into);
    }

    private readonly float[] stitched = !overlay.Stitch ? [] : chosenMask ?? AllKept(composition, planes);

    private static float[] AllKept(Composition composition, ViewPlanes planes)
    {
        var kept = new float[planes.Width * planes.Height];
        for (var y = 0; y < planes.Height; y++) composition.Kept(y, kept.AsSpan(y * planes.Width, planes.Width));
        return kept;
    }

    private void Light(int y, Span<float> mask)
    {
        var lab = planes.Lab;
        for (var x = 0; x < mask.Length; x++)
        {
            float a = lab.A[y * lab.Width + x], b = lab.B[y * lab.Width + x];
            mask[x] = lit?.At((float)OkLab.Hue(a, b), OkLab.Chroma(a, b)) ?? 0;
        }
    }

    /// <summary>Covers what is not kept with ink, in encoded values, as a mark laid on the screen.</summary>
    private void Cover(int y, ReadOnlySpan<float> mask, Span<byte> row)
    {
        for (var x = 0; x < mask.Length; x++)
        {
            if (show == Show.Mask)
            {
                row.Slice(3 * x, 3).Fill((byte)(mask[x] * 255 + 0.5f));
                continue;
            }
            var (ink, density) = show switch
            {
                Show.Kept => (0.46f, 1),
                Show.Hue => (0.25f, 0.8f),
                _ => Weave.At(overlay.Ink, planes.View.Region.X + x, planes.View.Region.Y + y),
            };
            if (show == Show.Veil) density = MathF.Min(1, density * 2 * (float)overlay.Strength);
            var share = density * (1 - mask[x]);
            for (var c = 0; c < 3; c++)
            {
                ref var value = ref row[3 * x + c];
                value = (byte)(value * (1 - share) + ink * 255 * share + 0.5f);
            }
        }
    }
}
