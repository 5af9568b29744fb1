using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Corrections;
using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>A subject cut out of a picture.</summary>
internal sealed class SubjectSolution : IPiece
{
    private readonly CutPicture picture;
    private readonly Markings markings;
    private readonly SuperpixelCut? cut;

    /// <summary>The mask that this corrects, and whether by adding to it; null where it corrects none.</summary>
    private readonly (byte[] Mask, bool IsAdded)? corrected;

    /// <summary>Whether it began along a thin thing.</summary>
    private bool isAlongThin;

    private byte[]? mask;

    private SubjectSolution(CutPicture picture, Markings markings, SuperpixelCut? cut, (byte[] Mask, bool IsAdded)? corrected = null)
    {
        this.picture = picture;
        this.markings = markings;
        this.cut = cut;
        this.corrected = corrected;
        Shown = markings.Box;
    }

    public int Width => picture.Width;

    public int Height => picture.Height;

    // The joined superpixels of the gesture are kept too: six numbers an edge, eight a node.
    public long Bytes => (corrected is null ? 2L : 3L) * picture.Width * picture.Height + 24L * picture.Borders.Length + 32L * picture.Superpixels.Count
        + (1 + Readings.Count) * (32L * picture.Superpixels.Count + 16L * picture.Colours.Length);

    /// <param name="picture">What is known of the picture.</param>
    /// <param name="tree">Its regions, for what was pointed at and for how places are weighed.</param>
    /// <param name="part">Regions, box and strokes.</param>
    /// <param name="before">What was found before the last stroke; null where everything is looked at for the first time.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static SubjectSolution Of(CutPicture picture, Func<RegionTree> tree, SubjectPart part, SubjectSolution? before, CancellationToken cancel)
    {
        var pointed = part.Regions is { Length: > 0 } picks ? PointedRegions.Of(tree(), picks, picture.Superpixels.Count) : null;
        Region? around = pointed is null ? null : PointedRegions.Around(picture, pointed);
        // Without a box a stroke may run along a thin thing that leads anywhere.
        var strand = pointed is null && part is { Box: null, Reading: null or SubjectReading.Strand } ? StrandReading.Of(picture, part, cancel) : null;
        if (strand is not null && Along(picture, tree, part, strand, cancel) is { } along) return along;
        // What was found along a thin thing may lie anywhere; what is added to it, about the stroke that adds it.
        var isBeyondThin = before?.isAlongThin == true;
        if (isBeyondThin) around = GestureTurns.Last(part) is { Inside.IsEmpty: false } added ? Markings.About(added, picture.Width, picture.Height) : picture.Whole;
        if (part.Reading == SubjectReading.Strand) part = part with { Reading = SubjectReading.Strokes };
        // What is near the strokes has a box of its own, by them.
        if (part.Reading == SubjectReading.Near && around is null) around = Markings.About(part, picture.Width, picture.Height);
        var markings = FarBorder.Mark(picture, part, around);
        if (isBeyondThin) markings = markings.Within(before!.Mask(cancel), Markings.Of(GestureTurns.Last(part), picture.Width, picture.Height, around));
        if (markings.IsEmpty) return new SubjectSolution(picture, markings, null);
        var ground = new GestureGround(picture, markings);
        // Of an answer that holds nothing there is nothing to be kept.
        if (before?.cut is { } earlier && earlier.IsInside.Contains(true))
        {
            var last = new CorrectingStroke(picture, Markings.Of(GestureTurns.MiddleOfLast(part), picture.Width, picture.Height, around ?? markings.Box));
            if (!GestureTurns.MayTell(part) || !last.Confirms(earlier))
            {
                // A correction reads on as the gesture was read before it.
                var correction = new Correction(picture, ground, earlier, last);
                var reading = isBeyondThin ? SubjectReading.Strokes : part.Reading ?? earlier.Reading;
                // What was learnt of corrections was learnt of boxes and strokes that are more than a thin thing's; one beyond the box takes nothing along.
                var cut = pointed is null && !isBeyondThin && last.Side != 0 ? CorrectedAnswer.ByPlaces(correction, tree, reading, cancel)
                    : CorrectedAnswer.ByColours(correction, reading, isFromBefore: pointed is not null, cancel);
                return new SubjectSolution(picture, markings, cut, (before.Mask(cancel), GestureTurns.Last(part).Outside.IsEmpty)) { isAlongThin = isBeyondThin };
            }
        }
        if (pointed is not null) return new SubjectSolution(picture, markings, SuperpixelCut.Of(picture, ground, pointed));
        if (part.Reading == SubjectReading.Near) return new SubjectSolution(picture, markings, GestureReadings.Near(picture, ground, tree, cancel));
        if (part.Reading is { } asked) return new SubjectSolution(picture, markings, GestureReadings.Of(picture, ground, tree, asked, cancel));
        var readings = markings.IsBoxed ? GestureReadings.Of(picture, ground, tree, cancel) : GestureReadings.WithNear(picture, ground, part, tree, cancel);
        if (strand is not null) readings = [readings[0], strand.Cut, .. readings.Skip(1)];
        return new SubjectSolution(picture, markings, readings[0]) { Readings = readings, Shown = markings.IsBoxed ? markings.Box : Around(picture, readings) };
    }

    /// <summary>About what the two likeliest readings take; some other may take nearly all.</summary>
    private static Region Around(CutPicture picture, IReadOnlyList<SuperpixelCut> readings) =>
        PointedRegions.Around(picture, [.. Enumerable.Range(0, picture.Superpixels.Count).Select(k => readings.Take(2).Any(r => r.IsInside[k]))]);

    /// <summary>The gesture read as running along a thin thing; null where that comes second.</summary>
    private static SubjectSolution? Along(CutPicture picture, Func<RegionTree> tree, SubjectPart part, StrandReading strand, CancellationToken cancel)
    {
        IReadOnlyList<SuperpixelCut> readings = [];
        if (part.Reading is null)
        {
            var ground = new GestureGround(picture, FarBorder.Mark(picture, part));
            var others = GestureReadings.Of(picture, ground, tree, cancel);
            if (GestureReadings.IsCrisp(others[0])) return null;
            readings = [strand.Cut, .. others];
        }
        return new SubjectSolution(picture, strand.Markings, strand.Cut) { mask = strand.Mask, isAlongThin = true, Shown = strand.Bounds, Readings = readings };
    }

    /// <summary>All readings of the gesture, the likeliest first; none where one was asked for, or nothing is marked.</summary>
    public IReadOnlyList<SuperpixelCut> Readings { get; private init; } = [];

    /// <summary>Where the gesture's answers are looked at: its box, or about what they take; pixels.</summary>
    public Region Shown { get; private init; }

    /// <summary>How the gesture was read; null where nothing is marked.</summary>
    public SubjectReading? Reading => cut?.Reading;

    /// <summary>Of each pixel, 1 where a stroke marks it inside, −1 outside, 0 elsewhere.</summary>
    public sbyte[] Told() => Array.ConvertAll(markings.Sides, s => s switch { Markings.Inside => (sbyte)1, Markings.Outside => (sbyte)-1, _ => (sbyte)0 });

    /// <summary>Row by row, 0 outside … 255 inside.</summary>
    public byte[] Mask(CancellationToken cancel)
    {
        if (Volatile.Read(ref mask) is { } known) return known;
        var drawn = new byte[picture.Width * picture.Height];
        if (cut is not null)
        {
            var inside = PixelCut.Of(picture, markings, cut, cancel);
            for (var i = 0; i < drawn.Length; i++) drawn[i] = inside[i] ? (byte)255 : (byte)0;
            Keep(drawn);
        }
        Volatile.Write(ref mask, drawn);
        return drawn;
    }

    /// <summary>What a stroke inside corrects loses nothing, what one outside corrects gains nothing, but for what is marked.</summary>
    private void Keep(byte[] drawn)
    {
        if (corrected is not { } earlier) return;
        for (var i = 0; i < drawn.Length; i++)
            if (markings.Sides[i] is Markings.Open or Markings.Beyond) drawn[i] = earlier.IsAdded ? Math.Max(drawn[i], earlier.Mask[i]) : Math.Min(drawn[i], earlier.Mask[i]);
    }

    /// <summary>Where its contour is in doubt, longest first.</summary>
    public IReadOnlyList<DoubtfulStretch> Doubts(CancellationToken cancel) => cut is null ? [] : DoubtFinder.Of(picture, cut, Mask(cancel), cancel);
}
