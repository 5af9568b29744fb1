using System.Collections.Immutable;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Gestures;

/// <summary>Takes a gesture apart: what is told at first, and each stroke after that, which corrects what was found before it.</summary>
/// <remarks>At first a box is told, with strokes that have no turn, and until both sides have one with those that confirm what the box gave; without a box, strokes until both sides have one.</remarks>
internal static class GestureTurns
{
    /// <summary>So much of a stroke's width is its middle.</summary>
    private const double Middle = 0.3;

    /// <summary>The gesture before its last stroke; null where that is no correction.</summary>
    public static SubjectPart? Before(SubjectPart part)
    {
        if (WithoutLast(part) is not { } before) return null;
        var (side, at) = LastStroke(part);
        var isDrawnLater = (side == Markings.Inside ? part.Inside : part.Outside)[at].FirstOrDefault()?.Turn > 0;
        if (part.Regions is { Length: > 0 } || (part.Box is not null && isDrawnLater)) return before;
        return before.Inside.IsEmpty || before.Outside.IsEmpty ? null : before;
    }

    /// <summary>The gesture before its last stroke, where strokes before that ran along a thin thing and those since do not: then they correct what was found along it.</summary>
    /// <param name="part">Without a box.</param>
    /// <param name="isThin">Whether the strokes of a gesture run along a thin thing.</param>
    public static SubjectPart? BeyondThin(SubjectPart part, Func<SubjectPart, bool> isThin)
    {
        if (part is not { Box: null, Reading: null or SubjectReading.Strand, Regions: null or [] } || WithoutLast(part) is not { } last || isThin(part)) return null;
        for (var before = last; before is { Inside.IsEmpty: false }; before = WithoutLast(before))
            if (isThin(before)) return last;
        return null;
    }

    /// <summary>The gesture before its last stroke; null where there is none.</summary>
    private static SubjectPart? WithoutLast(SubjectPart part)
    {
        var (side, at) = LastStroke(part);
        if (at < 0) return null;
        return side == Markings.Inside ? part with { Inside = part.Inside.RemoveAt(at) } : part with { Outside = part.Outside.RemoveAt(at) };
    }

    /// <summary>The last stroke alone, in the same box.</summary>
    public static SubjectPart Last(SubjectPart part)
    {
        var (side, at) = LastStroke(part);
        return side == Markings.Inside ? part with { Inside = [part.Inside[at]], Outside = [] } : part with { Inside = [], Outside = [part.Outside[at]] };
    }

    /// <summary>The middle of the last stroke, in the same box: a wide brush covers more than is meant.</summary>
    public static SubjectPart MiddleOfLast(SubjectPart part)
    {
        var last = Last(part);
        return last with { Width = Middle * last.Width, Inside = Thinned(last.Inside), Outside = Thinned(last.Outside) };

        static ImmutableArray<ImmutableArray<StrokePoint>> Thinned(ImmutableArray<ImmutableArray<StrokePoint>> strokes) => [.. strokes.Select(s => s.Select(p => p with { Width = Middle * p.Width }).ToImmutableArray())];
    }

    /// <summary>Whether the last stroke may belong to what is told at first: in a box, until both sides have one.</summary>
    public static bool MayTell(SubjectPart part) => part.Box is not null && part.Regions is not { Length: > 0 } && Before(part) is { } before && (before.Inside.IsEmpty || before.Outside.IsEmpty);

    /// <summary>The stroke drawn last: of equal turns the outside, of one side's the last in the list.</summary>
    private static (byte Side, int Index) LastStroke(SubjectPart part)
    {
        var (insideAt, insideTurn) = Latest(part.Inside);
        var (outsideAt, outsideTurn) = Latest(part.Outside);
        return outsideAt >= 0 && outsideTurn >= insideTurn ? (Markings.Outside, outsideAt) : (Markings.Inside, insideAt);
    }

    private static (int Index, int Turn) Latest(ImmutableArray<ImmutableArray<StrokePoint>> strokes)
    {
        var (index, latest) = (-1, -1);
        for (var k = 0; k < strokes.Length; k++)
        {
            var turn = strokes[k].FirstOrDefault()?.Turn ?? 0;
            if (turn >= latest) (index, latest) = (k, turn);
        }
        return (index, latest);
    }
}
