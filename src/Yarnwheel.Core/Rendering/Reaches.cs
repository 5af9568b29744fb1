using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Reaches;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;
using Yarnwheel.Core.Rendering.Parts;

namespace Yarnwheel.Core.Rendering;

/// <summary>Tells how far the shades of parts by colour reach in one photo.</summary>
public sealed class Reaches
{
    /// <summary>Larger photos are looked at at half size, a quarter …: pixels.</summary>
    private const long Most = 500_000;

    /// <summary>Hundredths of OKLab that a reading tells of.</summary>
    private const int Hundredths = 60;

    /// <summary>What parts taken from not taken lies in the middle of the fade; the fade's share of it.</summary>
    private const double Softness = 0.5;

    private readonly RenderSource source;

    internal Reaches(RenderSource source) => this.source = source;

    /// <summary>Reads the photo by the shades of a part.</summary>
    /// <param name="light">Of the recipe.</param>
    /// <param name="part">Valid; its own reach and fade are left aside.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>The reading; null where the part keeps no shade.</returns>
    /// <exception cref="OperationCanceledException">Cancelled.</exception>
    /// <example><code>
    /// var (reach, fade, _, _) = renderer.Reaches.Of(recipe.Light, part)!;
    /// </code></example>
    public ReachReading? Of(Light light, ColourPart part, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(part);
        if (part.Picks.IsEmpty) return null;
        var steps = new PhotoSteps(source, new LitOperation(source.Light(light)));
        var shades = ContentKey.Of(part with { Op = default, On = true, Invert = false, Reach = 0, Fade = 0 });
        return source.Whole.GetOrAdd(new PieceKey<KeptReading>(steps.Judged.Key.With(shades).With($"reach")), () => new KeptReading(Read(part, steps, cancel)), cancel).Reading;
    }

    private ReachReading? Read(ColourPart part, PhotoSteps steps, CancellationToken cancel)
    {
        var drawing = source.Drawing(1.0 / (1 << source.Photo.LevelWithin(Most)), 0, cancel);
        var whole = drawing.Whole;
        if (new ColourPartPlan(part, steps).Distances(drawing, whole) is not var (keep, leave)) return null;
        var taken = ColourSteps.Of(keep.Cut(whole), leave, [.. part.Picks.SelectMany(p => Places(p, whole))], cancel);
        var counts = ContourCounts.Of(steps.Judged.At(drawing, whole).Lab, [taken.Anywhere, taken.Joined], cancel);
        var middle = FittedReach.Of(counts[0], counts[1], whole.Area);
        return new ReachReading(Rounded(middle * (1 - Softness / 2)), Rounded(middle * Softness),
            [.. Enumerable.Range(0, Hundredths).Select(h => (double)(counts[0].Area[(h + 1) * ColourSteps.OfHundredth] - counts[0].Area[h * ColourSteps.OfHundredth]) / whole.Area)],
            [.. Enumerable.Range(0, Hundredths).Select(h => counts[0].Clarity((2 * h + 1) * ColourSteps.OfHundredth / 2) / ContourCounts.Clear)]);
    }

    /// <summary>The pixels that a pick lies on; none for a colour that was brought along.</summary>
    private static IEnumerable<(int X, int Y)> Places(ShadePick pick, Region whole)
    {
        int X(double share) => Math.Min((int)(share * whole.Width), whole.Width - 1);
        int Y(double share) => Math.Min((int)(share * whole.Height), whole.Height - 1);
        if (pick.Shades is not null) return [];
        if (pick.IsPoint) return [(X(pick.X!.Value), Y(pick.Y!.Value))];
        int left = X(Math.Min(pick.X0!.Value, pick.X1!.Value)), right = X(Math.Max(pick.X0.Value, pick.X1.Value)), top = Y(Math.Min(pick.Y0!.Value, pick.Y1!.Value)), bottom = Y(Math.Max(pick.Y0.Value, pick.Y1.Value));
        return Enumerable.Range(top, bottom - top + 1).SelectMany(y => Enumerable.Range(left, right - left + 1).Select(x => (x, y)));
    }

    // As finely as the control shows it.
    private static double Rounded(double value) => Math.Round(value, 1);

    private sealed record KeptReading(ReachReading? Reading) : IPiece
    {
        public long Bytes => 2048;
    }
}
