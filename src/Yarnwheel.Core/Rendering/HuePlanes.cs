using System.Globalization;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Rendering;

/// <summary>Of each pixel of a view: which hue lifts its grey, and how much of the lift it gets by its chroma.</summary>
internal sealed class HuePlanes(int width, int height, PlaneArena? arena = null)
{
    /// <summary>Hue in turns, 0 … 1.</summary>
    public float[] Turn { get; } = arena?.Take(width * height) ?? new float[width * height];

    public float[] Weight { get; } = arena?.Take(width * height) ?? new float[width * height];

    public long Bytes => 8L * Turn.Length;

    /// <summary>Draws the planes, or gives those drawn before for the same view, light and calm.</summary>
    public static HuePlanes Of(ViewPlanes view, double calm, PieceCache cache, CancellationToken cancel) =>
        cache.GetOrAdd(string.Create(CultureInfo.InvariantCulture, $"hues {view.Key} {calm}"), () => Draw(view, calm, cache.Arena, cancel), p => p.Bytes);

    /// <param name="view">The view.</param>
    /// <param name="calm">How far colour noise is smoothed first, 0 … 100.</param>
    /// <param name="arena">Where their memory comes from.</param>
    /// <param name="cancel">Ends the work early.</param>
    private static HuePlanes Draw(ViewPlanes view, double calm, PlaneArena? arena, CancellationToken cancel)
    {
        var width = view.Width;
        var planes = new HuePlanes(width, view.Height, arena);
        var filter = calm > 0 ? new CalmFilter(calm, view.View.Scale) : null;
        var left = view.View.Region.X - view.WideRegion.X;
        var top = view.View.Region.Y - view.WideRegion.Y;
        Rows.Each(view.Height, 3 * width, (y, scratch) =>
        {
            var a = scratch.AsSpan(0, width);
            var b = scratch.AsSpan(width, width);
            if (filter is null)
            {
                view.Lab.A.AsSpan(y * width, width).CopyTo(a);
                view.Lab.B.AsSpan(y * width, width).CopyTo(b);
            }
            else
            {
                filter.Row(view.Wide, left, top + y, scratch.AsSpan(2 * width, width), a, b);
            }
            GreyKernel.Hues(a, b, planes.Turn.AsSpan(y * width, width), planes.Weight.AsSpan(y * width, width));
        }, cancel);
        return planes;
    }
}
