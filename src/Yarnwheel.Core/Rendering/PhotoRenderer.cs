using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Parts;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering;

/// <summary>Receives a finished row of the full-size picture.</summary>
/// <param name="y">Its number.</param>
/// <param name="light">Linear light with sRGB primaries, unbounded.</param>
public delegate void RowOfLight(int y, LightRow light);

/// <summary>Draws one photo by any recipe: frames for the screen and strips of the full-size picture.</summary>
/// <param name="photo">Its pyramid.</param>
/// <param name="cacheBudget">Memory for pieces kept between frames, bytes.</param>
/// <param name="pictures">Where mask pictures come from; null for none.</param>
public sealed partial class PhotoRenderer(Pyramid photo, long cacheBudget = 192L << 20, IMaskPictures? pictures = null)
{
    private readonly RenderSource source = new(photo, new PieceCache(cacheBudget), pictures);

    public Pyramid Photo { get; } = photo;

    /// <summary>Memory that the photo and the pieces kept of it take, bytes.</summary>
    public long Bytes => Photo.Bytes + source.Cache.Held;

    /// <summary>Draws a frame as interleaved 8-bit sRGB.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="view">Within the photo.</param>
    /// <param name="show">What to show.</param>
    /// <param name="area">Index of the area whose mask is shown by <see cref="Show.Mask"/>, <see cref="Show.Kept"/> and <see cref="Show.Veil"/>; null for all together.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <exception cref="RecipeException">A mask picture is not there.</exception>
    /// <exception cref="OperationCanceledException">Cancelled.</exception>
    public byte[] Frame(Recipe recipe, View view, Show show, int? area = null, CancellationToken cancel = default) =>
        Frame(recipe, view, show, area, null, Overlay.Plain, cancel);

    /// <param name="recipe">Valid.</param>
    /// <param name="view">Within the photo.</param>
    /// <param name="show">What to show.</param>
    /// <param name="area">Index of the area whose mask is shown.</param>
    /// <param name="hue">The hue that <see cref="Show.Hue"/> lights up, degrees.</param>
    /// <param name="overlay">How the mask is laid over it.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <inheritdoc cref="Frame(Recipe, View, Show, int?, CancellationToken)"/>
    public byte[] Frame(Recipe recipe, View view, Show show, int? area, double? hue, Overlay overlay, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(overlay);
        var plan = RenderPlan.Compile(recipe, source);
        var pieces = source.Cache;
        if (area is { } chosen && (chosen < 0 || chosen >= plan.Areas.Count)) area = null;
        var finished = plan.Sharpen is not null && show is Show.Result or Show.Flat or Show.Veil
            ? Finished(plan, view, show != Show.Flat, pieces, cancel) : null;
        var planes = ViewPlanes.Kept(Photo, view, show == Show.Original ? LightPlan.None : plan.Light, pieces, cancel);
        var masks = show is Show.Original or Show.Grey ? [] : Masks(plan, planes, pieces, cancel);
        var chosenMask = area is { } index && masks.Count > 0 ? masks[index]?.Mask ?? new float[planes.Width * planes.Height] : null;
        var composition = new Composition(plan, planes, show == Show.Flat ? null : Hues(plan, planes, pieces, cancel), masks, source, pieces);
        var lit = show == Show.Hue && hue is { } degrees ? new HueArc(new HuePart { From = (degrees + 350) % 360, To = (degrees + 10) % 360, Fade = 8, MinChroma = 3 }) : null;
        var picture = new FramePicture(composition, planes, finished, show, chosenMask, lit, overlay);
        var width = planes.Width;
        var result = new byte[3 * width * planes.Height];
        Rows.Each(planes.Height, 3 * width + Composition.Scratch(width), (y, scratch) => picture.Row(y, scratch, result.AsSpan(3 * y * width, 3 * width)), cancel);
        return result;
    }

    /// <summary>Reads one place of the photo.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="x">0 … 1 over the width.</param>
    /// <param name="y">0 … 1 over the height.</param>
    /// <param name="area">Index of the area whose mask is read, or null for all together.</param>
    /// <param name="scale">At which the masks are judged, as a frame of that scale shows them; at most 1.</param>
    /// <param name="part">Whose tone is read; null for the luminance.</param>
    public PointReading Read(Recipe recipe, double x, double y, int? area = null, double scale = 1, LightPart? part = null)
    {
        scale = Math.Min(scale, 1);
        int Place(double share, int length) => Math.Clamp((int)(share * length), 0, length - 1);
        var plan = RenderPlan.Compile(recipe, source);
        var pixel = ViewPlanes.Draw(Photo, new View(new Region(Place(x, Photo.Width), Place(y, Photo.Height), 1, 1), 1), plan.Light, CancellationToken.None);
        var region = new Region(Place(x, AreaSampler.Extent(Photo.Width, scale)), Place(y, AreaSampler.Extent(Photo.Height, scale)), 1, 1);
        var seen = scale == 1 ? pixel : ViewPlanes.Draw(Photo, new View(region, scale), plan.Light, CancellationToken.None);
        var masks = Masks(plan, seen, NoCache, CancellationToken.None);
        var composition = new Composition(plan, pixel, Hues(plan, pixel, NoCache, CancellationToken.None), masks, source, NoCache);
        Span<float> grey = stackalloc float[1];
        Span<float> kept = stackalloc float[1];
        composition.Grey(0, grey);
        composition.Kept(0, kept);
        if (area is { } index && index >= 0 && index < masks.Count) kept[0] = masks[index]?.Mask[0] ?? 0;
        Span<float> tone = stackalloc float[1];
        LightTones.Prepare(part ?? new LightPart(), new MaskScene(pixel, plan.Light, source, NoCache, CancellationToken.None))(0, tone);
        var (lightness, a, b) = (pixel.Lab.L[0], pixel.Lab.A[0], pixel.Lab.B[0]);
        return new PointReading(pixel.View.Region.X, pixel.View.Region.Y,
            SrgbByte.Encode(pixel.Light.Red[0]), SrgbByte.Encode(pixel.Light.Green[0]), SrgbByte.Encode(pixel.Light.Blue[0]),
            OkLab.Hue(a, b), 100 * OkLab.Chroma(a, b), SrgbByte.Encode(grey[0]), 100 * kept[0], HueName.Of(lightness, a, b), ToneRange.ToneOf(tone[0]), [.. masks.Select(m => 100.0 * (m?.Mask[0] ?? 0))]);
    }

    /// <summary>Draws the full-size picture strip by strip, top to bottom, as linear light.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="row">Receives each row's number and its light, from any thread; it may write over the light.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early.</param>
    public void Full(Recipe recipe, RowOfLight row, IProgress<double>? progress = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(row);
        var plan = RenderPlan.Compile(recipe, source);
        EachStrip((region, pieces) =>
        {
            var picture = Finished(plan, new View(region, 1), lifted: true, pieces, cancel);
            Rows.Each(region.Height, y => row(region.Y + y, picture.Row(y)), cancel);
        }, progress, cancel);
    }

    /// <summary>Draws the full-size mask of an area, 0 … 65535, row by row.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="area">Index of the area.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early.</param>
    public ushort[] FullMask(Recipe recipe, int area, IProgress<double>? progress = null, CancellationToken cancel = default)
    {
        var plan = RenderPlan.Compile(recipe, source);
        ArgumentOutOfRangeException.ThrowIfNegative(area);
        ArgumentOutOfRangeException.ThrowIfGreaterThanOrEqual(area, plan.Areas.Count);
        var result = new ushort[Photo.Width * Photo.Height];
        var only = plan.Areas[area];
        EachStrip((region, pieces) =>
        {
            var planes = ViewPlanes.Kept(Photo, new View(region, 1), plan.Light, pieces, cancel);
            var mask = AreaMasks.Draw(only, new MaskScene(planes, plan.Light, source, pieces, cancel)).Mask;
            for (var i = 0; i < mask.Length; i++) result[region.Y * Photo.Width + i] = (ushort)(mask[i] * 65535 + 0.5f);
        }, progress, cancel);
        return result;
    }

    // Strips of the full size are used once: a cache that holds one piece keeps them out of the frames' cache.
    private static PieceCache NoCache => new(0);

    private void EachStrip(Action<Region, PieceCache> strip, IProgress<double>? progress, CancellationToken cancel)
    {
        var arena = new PlaneArena();
        var held = GC.GetTotalMemory(false);
        foreach (var region in Strips.Of(Photo.Width, Photo.Height))
        {
            cancel.ThrowIfCancellationRequested();
            strip(region, new PieceCache(0, arena));
            arena.Reset();
            progress?.Report(region.Bottom / (double)Photo.Height);
            // What a strip leaves are large planes without references: to collect them takes a millisecond or two, and where there is plenty
            // of memory they would otherwise pile up to many times the photo.
            if (GC.GetTotalMemory(false) < held + Strips.MostLeft) continue;
            GC.Collect(GC.MaxGeneration, GCCollectionMode.Forced, blocking: true, compacting: false);
            held = GC.GetTotalMemory(false);
        }
    }

    /// <summary>The finished picture of a view, sharpened if the recipe says so.</summary>
    private Planes Finished(RenderPlan plan, View view, bool lifted, PieceCache pieces, CancellationToken cancel)
    {
        var whole = new Region(0, 0, AreaSampler.Extent(Photo.Width, view.Scale), AreaSampler.Extent(Photo.Height, view.Scale));
        var halo = plan.Sharpen?.Halo(view.Scale) ?? 0;
        var region = new Region(view.Region.X - halo, view.Region.Y - halo, view.Region.Width + 2 * halo, view.Region.Height + 2 * halo).Intersect(whole);
        var planes = ViewPlanes.Kept(Photo, new View(region, view.Scale), plan.Light, pieces, cancel);
        var composition = new Composition(plan, planes, lifted ? Hues(plan, planes, pieces, cancel) : null, Masks(plan, planes, pieces, cancel), source, pieces);
        var finished = new Planes(region.Width, region.Height, pieces.Arena);
        Rows.Each(region.Height, Composition.Scratch(region.Width), (y, scratch) => composition.Result(y, finished.Row(y), scratch), cancel);
        plan.Sharpen?.Apply(finished, region, view.Scale, cancel);
        return finished.Cut(region, view.Region);
    }

    private static HuePlanes? Hues(RenderPlan plan, ViewPlanes planes, PieceCache pieces, CancellationToken cancel) =>
        plan.Curve.IsFlat ? null : HuePlanes.Of(planes, plan.Recipe.Grey.Calm, pieces, cancel);

    private List<EdgedMask?> Masks(RenderPlan plan, ViewPlanes planes, PieceCache pieces, CancellationToken cancel)
    {
        var scene = new MaskScene(planes, plan.Light, source, pieces, cancel);
        return plan.Areas.Select(a => a.Area.On ? AreaMasks.Draw(a, scene) : null).ToList();
    }
}
