using System.Diagnostics;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering;

/// <summary>Receives a finished row of the full-size picture.</summary>
/// <param name="y">Its number.</param>
/// <param name="light">Linear light with sRGB primaries, unbounded.</param>
public delegate void RowOfLight(int y, LightRow light);

/// <summary>Draws one photo at its full size, strip by strip; nothing of it is kept.</summary>
public sealed class Copies
{
    private readonly RenderSource source;

    internal Copies(RenderSource source) => this.source = source;

    /// <summary>Draws the picture, top to bottom.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="row">Receives each row's number and its light, from any thread; it may write over the light.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <exception cref="OperationCanceledException">Cancelled.</exception>
    public void Picture(Recipe recipe, RowOfLight row, IProgress<double>? progress = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        ArgumentNullException.ThrowIfNull(row);
        var plan = RenderPlan.Compile(recipe, source);
        Strips.Each(source.Drawing(1, 0, cancel), ReachOf(plan), (drawing, region) => FinishedPicture.Give(plan, drawing, region, row), progress);
    }

    /// <summary>Says how long drawing the picture would take just now, by drawing up to three stretches of it.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="cancel">Ends the trial early.</param>
    /// <returns>What is reckoned once for the whole photo, which is known here after the trial; and all strips.</returns>
    public (TimeSpan Once, TimeSpan Strips) Forecast(Recipe recipe, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var plan = RenderPlan.Compile(recipe, source);
        var whole = source.Drawing(1, 0, cancel).Whole;
        var stretches = Strips.Stretches(whole, ReachOf(plan));
        var first = Time(stretches[stretches.Count / 2]);
        if (stretches.Count == 1) return (TimeSpan.Zero, first);
        var others = Time(stretches[stretches.Count / 4]);
        if (stretches.Count >= 6 && others < LongTrial) others = (others + Time(stretches[3 * stretches.Count / 4])) / 2;
        return (first > others ? first - others : TimeSpan.Zero, others * (whole.Height / (double)stretches[0].Height));

        TimeSpan Time(Region stretch)
        {
            var since = Stopwatch.GetTimestamp();
            Strips.Each(source.Drawing(1, 0, cancel), stretch, ReachOf(plan), (drawing, region) => FinishedPicture.Give(plan, drawing, region, (_, _) => { }));
            return Stopwatch.GetElapsedTime(since);
        }
    }

    private static readonly TimeSpan LongTrial = TimeSpan.FromSeconds(4);

    private static int ReachOf(RenderPlan plan) => plan.Reach(1) + (plan.Sharpen?.Halo(1) ?? 0);

    /// <summary>Draws the mask of an area.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="area">Index of the area.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>0 … 65535 for each pixel, row by row.</returns>
    /// <exception cref="ArgumentOutOfRangeException">There is no such area.</exception>
    /// <exception cref="OperationCanceledException">Cancelled.</exception>
    public ushort[] Mask(Recipe recipe, int area, IProgress<double>? progress = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var plan = RenderPlan.Compile(recipe, source);
        var mask = plan.AreaAt(area).Mask;
        var looked = plan.AreaAt(area).LooksAtColours ? plan.Steps.Judged : plan.Steps.Lit;
        var result = new Plane<ushort>(new Region(0, 0, source.Photo.Width, source.Photo.Height));
        Strips.Each(source.Drawing(1, 0, cancel), mask.Reach(1), (drawing, region) =>
        {
            // The photo is read once, with all that the mask looks at.
            looked.At(drawing, region.Widen(mask.Reach(1)).Intersect(drawing.Whole));
            var strip = mask.At(drawing, region);
            Rows.Each(region, y =>
            {
                var from = strip.Row(y, region);
                var into = result.Row(y);
                for (var x = 0; x < into.Length; x++) into[x] = (ushort)(from[x] * 65535 + 0.5f);
            }, cancel);
        }, progress);
        return result.Values;
    }
}
