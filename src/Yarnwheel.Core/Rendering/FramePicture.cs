using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Core.Rendering;

/// <summary>Draws the rows of a frame as interleaved 8-bit sRGB.</summary>
internal sealed class FramePicture
{
    private readonly Composition composition;
    private readonly RenderedView view;
    private readonly Show show;
    private readonly ShowNeeds needs;
    private readonly Overlay overlay;

    /// <summary>The finished picture, where it is known already; else it is drawn row by row.</summary>
    private readonly LightPlanes? finished;

    /// <summary>The mask that is shown; null for all together.</summary>
    private readonly Plane<float>? chosen;

    /// <summary>The hue that <see cref="Show.Hue"/> lights up.</summary>
    private readonly HueArc? lit;

    /// <summary>How far the photo covers what is behind it; null where it does everywhere.</summary>
    private readonly LightPlanes? coverage;

    /// <summary>The mask whose contour is drawn.</summary>
    private readonly Plane<float>? stitched;

    /// <param name="composition">The recipe over the view.</param>
    /// <param name="view">What it is composed of.</param>
    /// <param name="finished">The finished picture, or null to draw it row by row.</param>
    /// <param name="show">What to show.</param>
    /// <param name="needs">What that needs.</param>
    /// <param name="overlay">How the mask is laid over it.</param>
    /// <param name="area">Index of the area whose mask is shown; null for all together.</param>
    /// <param name="lit">The hue that is lit up.</param>
    /// <param name="coverage">How far the photo covers what is behind it; null where it does everywhere.</param>
    public FramePicture(Composition composition, RenderedView view, LightPlanes? finished, Show show, ShowNeeds needs, Overlay overlay, int? area, HueArc? lit, LightPlanes? coverage)
    {
        this.composition = composition;
        this.view = view;
        this.finished = finished;
        this.show = show;
        this.overlay = overlay;
        this.lit = lit;
        this.needs = needs;
        this.coverage = coverage;
        // An area that is off has an empty mask.
        chosen = (needs.Covered || needs.Stitched) && show != Show.Hue && area is { } index ? view.Masks[index]?.Mask ?? new Plane<float>(view.Region) : null;
        stitched = needs.Stitched ? chosen ?? AllKept() : null;
    }

    /// <param name="y">On the picture.</param>
    /// <param name="scratch">Three rows and what the composition needs.</param>
    /// <param name="into">Receives the row.</param>
    public void Row(int y, Span<float> scratch, Span<byte> into)
    {
        var width = view.Region.Width;
        var light = new LightRow(scratch, width);
        switch (show)
        {
            case Show.Mask:
                break;
            case Show.Colours:
                composition.Colours(y, light, scratch[(3 * width)..]);
                break;
            case Show.Original:
            case Show.Kept:
            case Show.Hue:
                view.Lit.Light.Row(y, view.Region).CopyTo(light);
                break;
            case Show.Grey:
                composition.Grey(y, light.Red);
                light.Red.CopyTo(light.Green);
                light.Red.CopyTo(light.Blue);
                break;
            default:
                if (finished is null) composition.Result(y, light, scratch[(3 * width)..]);
                else finished.Row(y, view.Region).CopyTo(light);
                break;
        }
        if (coverage is not null) WhiteGround.Lay(light, coverage.Row(y).Red);
        if (show != Show.Mask) SrgbByte.EncodeRow(light, into);
        if (needs.Covered)
        {
            // The scratch rows are free again.
            var mask = scratch.Slice(3 * width, width);
            if (show == Show.Hue) Light(y, mask);
            else if (chosen is null) composition.Kept(y, mask);
            else chosen.Row(y, view.Region).CopyTo(mask);
            Cover(y, mask, into);
        }
        if (stitched is not null) StitchLine.Row(stitched, view.Region, y, into);
    }

    private Plane<float> AllKept()
    {
        var kept = new Plane<float>(view.Region);
        for (var y = view.Region.Y; y < view.Region.Bottom; y++) composition.Kept(y, kept.Row(y));
        return kept;
    }

    private void Light(int y, Span<float> mask)
    {
        var lab = view.Lit.Lab.Row(y, view.Region);
        for (var x = 0; x < mask.Length; x++) mask[x] = lit?.At((float)OkLab.Hue(lab.A[x], lab.B[x]), OkLab.Chroma(lab.A[x], lab.B[x])) ?? 0;
    }

    /// <summary>Covers what is not kept with ink, in encoded values, as a mark laid on the screen.</summary>
    private void Cover(int y, ReadOnlySpan<float> mask, Span<byte> row)
    {
        if (show == Show.Mask)
        {
            for (var x = 0; x < mask.Length; x++) row.Slice(3 * x, 3).Fill((byte)(mask[x] * 255 + 0.5f));
            return;
        }
        // The pattern comes again every few pixels.
        Span<(float Ink, float Density)> threads = stackalloc (float, float)[Weave.Period];
        for (var k = 0; k < threads.Length; k++) threads[k] = Thread(view.Region.X + k, y);
        for (int x = 0, at = 0; x < mask.Length; x++, at += 3)
        {
            // What is kept is not covered.
            if (mask[x] == 1) continue;
            var (ink, density) = threads[x % Weave.Period];
            float share = density * (1 - mask[x]), own = 1 - share, laid = ink * share;
            row[at] = (byte)(row[at] * own + laid + 0.5f);
            row[at + 1] = (byte)(row[at + 1] * own + laid + 0.5f);
            row[at + 2] = (byte)(row[at + 2] * own + laid + 0.5f);
        }
    }

    /// <summary>The ink on a pixel, 0 … 255, and how dense it lies, 0 … 1.</summary>
    private (float Ink, float Density) Thread(int x, int y)
    {
        var (ink, density) = show switch
        {
            Show.Kept => (0.46f, 1),
            Show.Hue => (0.25f, 0.8f),
            _ => Weave.At(overlay.Ink, x, y),
        };
        return (ink * 255, show == Show.Veil ? MathF.Min(1, density * 2 * (float)overlay.Strength) : density);
    }
}
