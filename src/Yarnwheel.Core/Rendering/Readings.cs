using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;
using Yarnwheel.Core.Rendering.Parts;

namespace Yarnwheel.Core.Rendering;

/// <summary>Reads single places of one photo, from what the frames have drawn where they have.</summary>
public sealed class Readings
{
    /// <summary>Places are read in tiles of this side, so that a pointer that moves on finds its neighbourhood known.</summary>
    private const int Tile = 64;

    private readonly RenderSource source;

    internal Readings(RenderSource source) => this.source = source;

    /// <summary>Reads one place of the photo.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="x">0 … 1 over the width.</param>
    /// <param name="y">0 … 1 over the height.</param>
    /// <param name="area">Index of the area whose mask is read, or null for all together.</param>
    /// <param name="scale">At which the masks are judged, as a frame of that scale shows them; at most 1.</param>
    /// <param name="part">Whose tone is read; null for the luminance.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <exception cref="OperationCanceledException">Cancelled.</exception>
    public PointReading At(Recipe recipe, double x, double y, int? area = null, double scale = 1, LightPart? part = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var plan = RenderPlan.Compile(recipe, source);
        var full = source.Drawing(1, 0, cancel);
        var here = PlaceOf(full, x, y);
        var near = TileOf(full, here);
        var lit = plan.Steps.Lit.At(full, near);
        var composition = new Composition(plan, RenderedView.Of(plan, full, near, masked: false));
        Span<float> greys = stackalloc float[near.Width];
        composition.Grey(here.Y, greys);
        Span<float> tones = stackalloc float[near.Width];
        new PartTones(part ?? new LightPart(), plan.Steps).Prepare(full, near)(here.Y, tones);

        var judged = full.At(Math.Min(scale, 1));
        var there = PlaceOf(judged, x, y);
        var masks = RenderedView.Of(plan, judged, TileOf(judged, there), lifted: false).Masks.Select(m => m?.Mask[there.X, there.Y] ?? 0).ToArray();
        var kept = 0f;
        if (area is { } index && index >= 0 && index < masks.Length) kept = masks[index];
        else
            for (var k = 0; k < masks.Length; k++) kept = MathF.Max(kept, masks[k] * plan.Areas[k].Keeps);

        var light = lit.Light.Row(here.Y, here);
        var lab = lit.Lab.Row(here.Y, here);
        return new PointReading(here.X, here.Y,
            SrgbByte.Encode(light.Red[0]), SrgbByte.Encode(light.Green[0]), SrgbByte.Encode(light.Blue[0]),
            OkLab.Hue(lab.A[0], lab.B[0]), 100 * OkLab.Chroma(lab.A[0], lab.B[0]), SrgbByte.Encode(greys[here.X - near.X]), 100 * kept,
            HueName.Of(lab.L[0], lab.A[0], lab.B[0]), ToneRange.ToneOf(tones[here.X - near.X]), [.. masks.Select(m => 100.0 * m)]);
    }

    /// <summary>The shades that a pick stands for in a recipe's light, OKLab: one for a point, the distinct ones for a box.</summary>
    public IReadOnlyList<Shade> Shades(Recipe recipe, ShadePick pick)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        return ShadeSet.Read(source.Photo, [pick], source.Light(recipe.Light));
    }

    /// <summary>How much of the photo is kept, by all areas and by each.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <exception cref="OperationCanceledException">Cancelled.</exception>
    public KeptShares Shares(Recipe recipe, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        return KeptShares.Of(recipe, source, cancel);
    }

    private static Region PlaceOf(Drawing drawing, double x, double y)
    {
        int Place(double share, int length) => Math.Clamp((int)(share * length), 0, length - 1);
        return new Region(Place(x, drawing.Whole.Width), Place(y, drawing.Whole.Height), 1, 1);
    }

    private static Region TileOf(Drawing drawing, Region place) => new Region(place.X / Tile * Tile, place.Y / Tile * Tile, Tile, Tile).Intersect(drawing.Whole);
}
