using System.Globalization;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering;

/// <summary>Draws one photo by any recipe: frames for the screen and strips of the full-size picture.</summary>
/// <param name="photo">Its pyramid.</param>
/// <param name="cacheBudget">Memory for pieces kept between frames, bytes.</param>
public sealed partial class PhotoRenderer(Pyramid photo, long cacheBudget = 192L << 20)
{
    private readonly PieceCache cache = new(cacheBudget);

    public Pyramid Photo { get; } = photo;

    /// <summary>Draws a frame as interleaved 8-bit sRGB.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="view">Within the photo.</param>
    /// <param name="show">What to show.</param>
    /// <param name="area">Index of the area whose mask is shown by <see cref="Show.Mask"/>, <see cref="Show.Kept"/> and <see cref="Show.Veil"/>; null for all together.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <exception cref="RecipeException">The recipe asks for something that can't be computed yet.</exception>
    /// <exception cref="OperationCanceledException">Cancelled.</exception>
    public byte[] Frame(Recipe recipe, View view, Show show, int? area = null, CancellationToken cancel = default) =>
        Frame(recipe, view, show, area, null, cancel);

    /// <param name="recipe">Valid.</param>
    /// <param name="view">Within the photo.</param>
    /// <param name="show">What to show.</param>
    /// <param name="area">Index of the area whose mask is shown.</param>
    /// <param name="hue">The hue that <see cref="Show.Hue"/> lights up, degrees.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <inheritdoc cref="Frame(Recipe, View, Show, int?, CancellationToken)"/>
    public byte[] Frame(Recipe recipe, View view, Show show, int? area, double? hue, CancellationToken cancel)
    {
        var plan = RenderPlan.Compile(recipe, Photo, cache);
        var planes = Planes(view, show == Show.Original ? LightPlan.None : plan.Light, cache, cancel);
        if (area is { } chosen && (chosen < 0 || chosen >= plan.Areas.Count)) area = null;
        var masks = show is Show.Original or Show.Grey ? [] : Masks(plan, planes, cache, cancel);
        var chosenMask = area is { } index && masks.Count > 0 ? masks[index] ?? new float[planes.Width * planes.Height] : null;
        var composition = new Composition(plan, planes, show == Show.Flat ? null : Hues(plan, planes, cache, cancel), masks, Photo);
        var lit = show == Show.Hue && hue is { } degrees ? new HueArc(new HuePart { From = (degrees + 350) % 360, To = (degrees + 10) % 360, Fade = 8, MinChroma = 3 }) : null;
        var width = planes.Width;
        var result = new byte[3 * width * planes.Height];
        Rows.Each(planes.Height, Composition.Scratch(width), (y, scratch) =>
            FrameRow(composition, planes, show, chosenMask, lit, y, scratch, result.AsSpan(3 * y * width, 3 * width)), cancel);
        return result;
    }

    /// <summary>Reads one place of the photo.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="x">0 … 1 over the width.</param>
    /// <param name="y">0 … 1 over the height.</param>
    /// <param name="area">Index of the area whose mask is read, or null for all together.</param>
    public PointReading Read(Recipe recipe, double x, double y, int? area = null)
    {
        var column = Math.Clamp((int)(x * Photo.Width), 0, Photo.Width - 1);
        var row = Math.Clamp((int)(y * Photo.Height), 0, Photo.Height - 1);
        var plan = RenderPlan.Compile(recipe, Photo, cache);
        var planes = ViewPlanes.Draw(Photo, new View(new Region(column, row, 1, 1), 1), plan.Light, CancellationToken.None);
        var masks = Masks(plan, planes, NoCache, CancellationToken.None);
        var composition = new Composition(plan, planes, Hues(plan, planes, NoCache, CancellationToken.None), masks, Photo);
        Span<float> grey = stackalloc float[1];
        Span<float> kept = stackalloc float[1];
        composition.Grey(0, grey);
        composition.Kept(0, kept);
        if (area is { } index && index >= 0 && index < masks.Count) kept[0] = masks[index]?[0] ?? 0;
        return new PointReading(column, row,
            SrgbByte.Encode(planes.Light.Red[0]), SrgbByte.Encode(planes.Light.Green[0]), SrgbByte.Encode(planes.Light.Blue[0]),
            OkLab.Hue(planes.Lab.A[0], planes.Lab.B[0]), 100 * OkLab.Chroma(planes.Lab.A[0], planes.Lab.B[0]), SrgbByte.Encode(grey[0]), 100 * kept[0]);
    }

    /// <summary>Draws the full-size picture strip by strip, top to bottom, as linear light.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="rows">Receives the first row's number, the strip's height, and its interleaved linear light.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early.</param>
    public void Full(Recipe recipe, Action<int, int, float[]> rows, IProgress<double>? progress = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(rows);
        var plan = RenderPlan.Compile(recipe, Photo, cache);
        EachStrip(plan, (y0, planes, masks) =>
        {
            var composition = new Composition(plan, planes, Hues(plan, planes, NoCache, cancel), masks, Photo);
            var width = planes.Width;
            var strip = new float[3 * width * planes.Height];
            Rows.Each(planes.Height, Composition.Scratch(width), (y, scratch) =>
            {
                var light = new LightRow(scratch, width);
                composition.Result(y, light, scratch.AsSpan(3 * width));
                var into = strip.AsSpan(3 * y * width, 3 * width);
                for (var x = 0; x < width; x++)
                {
                    into[3 * x] = light.Red[x];
                    into[3 * x + 1] = light.Green[x];
                    into[3 * x + 2] = light.Blue[x];
                }
            }, cancel);
            rows(y0, planes.Height, strip);
        }, masksWanted: true, progress, cancel);
    }

    /// <summary>Draws the full-size mask of an area, 0 … 65535, row by row.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="area">Index of the area.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early.</param>
    public ushort[] FullMask(Recipe recipe, int area, IProgress<double>? progress = null, CancellationToken cancel = default)
    {
        var plan = RenderPlan.Compile(recipe, Photo, cache);
        ArgumentOutOfRangeException.ThrowIfNegative(area);
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(area, plan.Areas.Count);
        var result = new ushort[Photo.Width * Photo.Height];
        var only = plan.Areas[area];
        EachStrip(plan, (y0, planes, _) =>
        {
            var mask = AreaMasks.Draw(only, planes, NoCache, cancel);
            for (var i = 0; i < mask.Length; i++) result[y0 * Photo.Width + i] = (ushort)(mask[i] * 65535 + 0.5f);
        }, masksWanted: false, progress, cancel);
        return result;
    }

    // Strips of the full size are used once: a cache that holds one piece keeps them out of the frames' cache.
    private static PieceCache NoCache => new(0);

    private void EachStrip(RenderPlan plan, Action<int, ViewPlanes, IReadOnlyList<float[]?>> strip, bool masksWanted,
        IProgress<double>? progress, CancellationToken cancel)
    {
        // About two million pixels at a time: large enough for all cores, small enough for little memory.
        var height = Math.Clamp(2_000_000 / Photo.Width, 1, Photo.Height);
        for (var y = 0; y < Photo.Height; y += height)
        {
            cancel.ThrowIfCancellationRequested();
            var planes = ViewPlanes.Draw(Photo, new View(new Region(0, y, Photo.Width, Math.Min(height, Photo.Height - y)), 1), plan.Light, cancel);
            strip(y, planes, masksWanted ? Masks(plan, planes, NoCache, cancel) : []);
            progress?.Report((y + planes.Height) / (double)Photo.Height);
        }
    }

    private ViewPlanes Planes(View view, LightPlan light, PieceCache pieces, CancellationToken cancel) =>
        pieces.GetOrAdd($"view {ViewPlanes.KeyOf(view, light)}", () => ViewPlanes.Draw(Photo, view, light, cancel), p => p.Bytes);

    private static HuePlanes? Hues(RenderPlan plan, ViewPlanes planes, PieceCache pieces, CancellationToken cancel) =>
        plan.Curve.IsFlat ? null : HuePlanes.Of(planes, plan.Recipe.Grey.Calm, pieces, cancel);

    private static List<float[]?> Masks(RenderPlan plan, ViewPlanes planes, PieceCache pieces, CancellationToken cancel) =>
        plan.Areas.Select(a => a.Area.On ? AreaMasks.Draw(a, planes, pieces, cancel) : null).ToList();

    private static void FrameRow(Composition composition, ViewPlanes planes, Show show, float[]? chosenMask, HueArc? lit, int y, Span<float> scratch, Span<byte> into)
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
                planes.Light.Red.AsSpan(y * width, width).CopyTo(light.Red);
                planes.Light.Green.AsSpan(y * width, width).CopyTo(light.Green);
                planes.Light.Blue.AsSpan(y * width, width).CopyTo(light.Blue);
                break;
            case Show.Grey:
                composition.Grey(y, light.Red);
                light.Red.CopyTo(light.Green);
                light.Red.CopyTo(light.Blue);
                break;
            default:
                composition.Result(y, light, scratch[(3 * width)..]);
                break;
        }
        if (show != Show.Mask) SrgbByte.EncodeRow(light.Red, light.Green, light.Blue, into);
        if (show is not (Show.Mask or Show.Kept or Show.Veil or Show.Hue)) return;
        // The scratch rows are free again.
        var mask = scratch.Slice(3 * width, width);
        if (show == Show.Hue) Light(lit, planes.Lab, y, mask);
        else if (chosenMask is null) composition.Kept(y, mask);
        else chosenMask.AsSpan(y * width, width).CopyTo(mask);
        if (show == Show.Mask)
        {
            for (var x = 0; x < width; x++) into.Slice(3 * x, 3).Fill((byte)(mask[x] * 255 + 0.5f));
        }
        if (show is Show.Kept) Cover(into, mask, x => (0.46f, 1));
        if (show is Show.Hue) Cover(into, mask, x => (0.25f, 0.8f));
        if (show == Show.Veil) Cover(into, mask, x => Weave.At(planes.View.Region.X + x, planes.View.Region.Y + y));
    }

    private static void Light(HueArc? arc, LabPlanes lab, int y, Span<float> mask)
    {
        for (var x = 0; x < mask.Length; x++)
        {
            float a = lab.A[y * lab.Width + x], b = lab.B[y * lab.Width + x];
            mask[x] = arc?.At((float)OkLab.Hue(a, b), OkLab.Chroma(a, b)) ?? 0;
        }
    }

    /// <summary>Covers what is not kept with ink, in encoded values, as a mark laid on the screen.</summary>
    private static void Cover(Span<byte> row, ReadOnlySpan<float> mask, Func<int, (float Ink, float Density)> pattern)
    {
        for (var x = 0; x < mask.Length; x++)
        {
            var (ink, density) = pattern(x);
            var share = density * (1 - mask[x]);
            for (var c = 0; c < 3; c++)
            {
                ref var value = ref row[3 * x + c];
                value = (byte)(value * (1 - share) + ink * 255 * share + 0.5f);
            }
        }
    }
}
