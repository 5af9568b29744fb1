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
    /// var (reach, fade, _) = renderer.Reaches.Of(recipe.Light, part)!;
    /// </code></example>
    public ReachReading? Of(Light light, ColourPart part, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(part);
        if (part.Picks.IsEmpty) return null;
        var steps = new PhotoSteps(source, new LitOperation(source.Light(light)));
        var shades = ContentKey.Of(part with { Op = default, On = true, Invert = false, Reach = 0, Fade = 0 });
        return source.Whole.GetOrAdd(new PieceKey<KeptReading>(steps.Judged.Key.With(shades).With($"reach")), () => new KeptReading(Read(part, steps, cancel)), cancel).Reading;
    }

    private ReachReading? Read(ColourPart part, PhotoSteps photo, CancellationToken cancel)
    {
        var drawing = source.Drawing(1.0 / (1 << source.Photo.LevelWithin(Most)), 0, cancel);
        var whole = drawing.Whole;
        if (new ColourPartPlan(part, photo).Distances(drawing, whole) is not var (keep, leave)) return null;
        var steps = ColourSteps.Of(keep.Cut(whole), leave, Picked(part.Picks, whole), cancel);
        var taken = steps.Taken();
        var middle = FittedReach.Of(taken, ContourCounts.Of(photo.Judged.At(drawing, whole).Lab, steps.Joined, cancel));
        return new ReachReading(Rounded(middle * (1 - Softness / 2)), Rounded(middle * Softness),
            [.. Enumerable.Range(0, Hundredths).Select(h => (double)(taken[(h + 1) * ColourSteps.OfHundredth] - taken[h * ColourSteps.OfHundredth]) / whole.Area)]);
    }

    /// <summary>Which pixels picks lie on; a colour that was brought along lies nowhere.</summary>
    private static bool[] Picked(IEnumerable<ShadePick> picks, Region whole)
    {
        var picked = new bool[whole.Area];
        foreach (var pick in picks.Where(p => p.Shades is null))
        {
            var (left, right) = Ends(pick.X, pick.X0, pick.X1, whole.Width);
            var (top, bottom) = Ends(pick.Y, pick.Y0, pick.Y1, whole.Height);
            for (var y = top; y <= bottom; y++) picked.AsSpan(y * whole.Width + left, right - left + 1).Fill(true);
        }
        return picked;
    }

    /// <summary>First and last pixel of a point, or of a box from one side to the other.</summary>
    private static (int First, int Last) Ends(double? point, double? one, double? other, int length)
    {
        int At(double? share) => Math.Min((int)((point ?? share)!.Value * length), length - 1);
        return (Math.Min(At(one), At(other)), Math.Max(At(one), At(other)));
    }

    // As finely as the control shows it.
    private static double Rounded(double value) => Math.Round(value, 1);

    private sealed record KeptReading(ReachReading? Reading) : IPiece
    {
        public long Bytes => 2048;
    }
}
