using System.Text.Json.Nodes;
using Yarnwheel.Core;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Web.Benches;

/// <summary>A frame as the Bench asks for it.</summary>
/// <param name="X">Left of the region, pixels at the scale.</param>
/// <param name="Y">Top of the region.</param>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
/// <param name="Scale">Screen pixels a photo pixel.</param>
/// <param name="Show">What to show.</param>
/// <param name="Area">Whose mask; null for all together.</param>
/// <param name="Fast">Whether the hand is still dragging.</param>
/// <param name="Draft">Unsaved changes, JSON Patch.</param>
/// <param name="Hue">The hue to light up, degrees.</param>
/// <param name="Ink">Of the veil.</param>
/// <param name="Strength">Of the veil, 0 … 1.</param>
/// <param name="Stitch">Whether the stitch line is drawn.</param>
/// <param name="At">The step of the take's history that is shown; null for what is in effect.</param>
internal sealed record FrameRequest(int X, int Y, int Width, int Height, double Scale, Show Show, int? Area, bool Fast, JsonArray? Draft, double? Hue = null,
    VeilInk Ink = VeilInk.Both, double Strength = 0.5, bool Stitch = false, int? At = null)
{
    private const long MostPixels = 8192L * 8192;

    /// <summary>Frames of fewer pixels are not drawn smaller.</summary>
    private const int Small = 100_000;

    public Overlay Overlay => new(Ink, double.IsFinite(Strength) ? Math.Clamp(Strength, 0, 1) : 0.5, Stitch);

    /// <summary>Whether it may be drawn at half its scale where many drag at once: of what is dragged, the exact frame follows when the hand rests.</summary>
    public bool MayBeCoarser() => Fast && Draft is not null && (long)Width * Height > Small;

    /// <summary>The same at half its scale, reaching at least as far; the browser lays it by the same rule (photo/frames.js).</summary>
    public FrameRequest Coarser() => this with { X = X >> 1, Y = Y >> 1, Width = Half(X, Width), Height = Half(Y, Height), Scale = Scale / 2 };

    private static int Half(int from, int length) => (int)(((long)from + length + 1 >> 1) - (from >> 1));

    /// <summary>The part of the photo that is asked for.</summary>
    /// <exception cref="YarnwheelException">It lies outside the photo, or is too large.</exception>
    public View ViewOf(Pyramid photo)
    {
        if (!(Scale is > 0 and <= 32)) throw new YarnwheelException("The scale of a frame lies above 0 and up to 32.");
        var extent = new Region(0, 0, AreaSampler.Extent(photo.Width, Scale), AreaSampler.Extent(photo.Height, Scale));
        var region = new Region(X, Y, Width, Height).Intersect(extent);
        if (region.IsEmpty) throw new YarnwheelException("The frame lies outside the photo.");
        if (region.Area > MostPixels) throw new YarnwheelException("The frame is too large.");
        return new View(region, Scale);
    }
}
