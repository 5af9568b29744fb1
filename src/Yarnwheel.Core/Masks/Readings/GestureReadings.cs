using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Readings;

/// <summary>All readings of a gesture, the likeliest first.</summary>
/// <remarks>Those that are cut as a whole are put in order by what their contours, surroundings and sizes say (<see cref="ReadingWeights"/>). Places weighed one by one (<see cref="WeighedPlaces"/>) come first where,
/// by what each is likely to be, they promise clearly more than the first of those; else, and where there is no box, second.</remarks>
internal static class GestureReadings
{
    /// <summary>Readings that overlap so far are the same.</summary>
    private const float Same = 0.985f;

    /// <summary>Places weighed one by one come first only if so much more overlap is to be expected of them.</summary>
    private const float Asked = 0.12f;

    /// <summary>Where less than this is to be expected of them, they are unsure, and the more is asked.</summary>
    private const float Sure = 0.8f;

    /// <summary>A contour as clear as this all along is hardly chance.</summary>
    private const float Crisp = 0.99f;

    /// <summary>Solves every reading and puts them in order.</summary>
    /// <param name="picture">That is cut.</param>
    /// <param name="ground">What the gesture says.</param>
    /// <param name="tree">The picture's regions.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>The likeliest first; those that come to the same but once.</returns>
    public static IReadOnlyList<SuperpixelCut> Of(CutPicture picture, GestureGround ground, Func<RegionTree> tree, CancellationToken cancel)
    {
        var (cuts, places) = Weighed(picture, ground, tree, cancel);
        var weighed = places.Cut(ground, cancel);
        var scores = ReadingWeights.Scores(picture, cuts);
        SuperpixelCut[] whole = [.. cuts.OrderByDescending(c => scores[(int)c.Reading])];
        float promised = places.Expected(weighed.IsInside), asked = Asked + MathF.Max(0, Sure - promised) + scores[(int)whole[0].Reading] - ReadingWeights.Margin;
        // What was learnt was learnt of boxes.
        var isFirst = ground.IsBoxed && promised > places.Expected(whole[0].IsInside) + asked;
        var ordered = new List<SuperpixelCut>();
        foreach (var cut in whole.Skip(1).Prepend(isFirst ? whole[0] : weighed).Prepend(isFirst ? weighed : whole[0]).Select(c => Told(ground, c)))
            if (ordered.All(o => IsOther(picture, o, cut))) ordered.Add(cut);
        return ordered;
    }

    /// <summary>One reading.</summary>
    /// <param name="picture">That is cut.</param>
    /// <param name="ground">What the gesture says.</param>
    /// <param name="tree">The picture's regions, where the reading asks for them.</param>
    /// <param name="reading">Which.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static SuperpixelCut Of(CutPicture picture, GestureGround ground, Func<RegionTree> tree, SubjectReading reading, CancellationToken cancel) => Told(ground, reading == SubjectReading.Weighed
        ? Places(picture, ground, tree, cancel).Cut(ground, cancel)
        : SuperpixelCut.Of(picture, ground, null, reading, cancel));

    /// <summary>Each place weighed by all readings.</summary>
    /// <inheritdoc cref="Of(CutPicture, GestureGround, Func{RegionTree}, CancellationToken)"/>
    public static WeighedPlaces Places(CutPicture picture, GestureGround ground, Func<RegionTree> tree, CancellationToken cancel) => Weighed(picture, ground, tree, cancel).Places;

    /// <summary>The likeliest reading within what lies near the strokes.</summary>
    /// <param name="picture">That is cut.</param>
    /// <param name="ground">What the gesture says about its strokes (<see cref="Markings.About"/>), all farther off being outside.</param>
    /// <param name="tree">The picture's regions.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static SuperpixelCut Near(CutPicture picture, GestureGround ground, Func<RegionTree> tree, CancellationToken cancel) => Of(picture, ground, tree, cancel)[0].As(SubjectReading.Near);

    /// <summary>The readings of strokes without a box, with what is near them second where that is another.</summary>
    /// <param name="picture">That is cut.</param>
    /// <param name="ground">What the gesture says.</param>
    /// <param name="part">Strokes.</param>
    /// <param name="tree">The picture's regions.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static IReadOnlyList<SuperpixelCut> WithNear(CutPicture picture, GestureGround ground, SubjectPart part, Func<RegionTree> tree, CancellationToken cancel)
    {
        IReadOnlyList<SuperpixelCut> all = [];
        SuperpixelCut? near = null;
        var about = Markings.Of(part, picture.Width, picture.Height, Markings.About(part, picture.Width, picture.Height));
        Rows.AtOnce(() => all = Of(picture, ground, tree, cancel), () => near = Near(picture, new GestureGround(picture, about), tree, cancel));
        return all.All(o => IsOther(picture, o, near!)) ? [all[0], near!, .. all.Skip(1)] : all;
    }

    private static bool IsOther(CutPicture picture, SuperpixelCut one, SuperpixelCut other) => ReadingWeights.Overlap(picture, one.IsInside, other.IsInside) < Same;

    /// <summary>Without a box, others like the subject may lie anywhere.</summary>
    private static SuperpixelCut Told(GestureGround ground, SuperpixelCut cut) => ground.IsBoxed ? cut : cut.Reached();

    /// <summary>The picture's regions may not be known yet: they are looked for beside the readings.</summary>
    private static (SuperpixelCut[] Cuts, WeighedPlaces Places) Weighed(CutPicture picture, GestureGround ground, Func<RegionTree> tree, CancellationToken cancel)
    {
        SuperpixelCut[] cuts = [];
        RegionTree? regions = null;
        Rows.AtOnce(() => regions = tree(), () => cuts = All(picture, ground, cancel));
        return (cuts, WeighedPlaces.Of(picture, ground, cuts, regions!, cancel));
    }

    /// <summary>Whether a reading's contour is so clear that a thin thing which strokes run along is rather a bar of what it takes.</summary>
    public static bool IsCrisp(SuperpixelCut cut) => cut.Evidence.Clear > Crisp;

    /// <summary>Every reading of colours and contours, in their order. Two of them begin where that of the box ends.</summary>
    public static SuperpixelCut[] All(CutPicture picture, GestureGround ground, CancellationToken cancel)
    {
        var cuts = new SuperpixelCut[(int)SubjectReading.Fine + 1];
        Parallel.ForEach<SubjectReading>([SubjectReading.Strokes, SubjectReading.Rare, SubjectReading.Box, SubjectReading.Fine], new ParallelOptions { CancellationToken = cancel },
            reading => cuts[(int)reading] = SuperpixelCut.Of(picture, ground, null, reading, cancel));
        foreach (var further in (SubjectReading[])[SubjectReading.Whole, SubjectReading.Tight]) cuts[(int)further] = cuts[(int)SubjectReading.Box].Further(further, cancel);
        return cuts;
    }
}
