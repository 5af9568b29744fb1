using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Corrections;

/// <summary>What an answer becomes by a stroke that corrects it.</summary>
internal static class CorrectedAnswer
{
    /// <summary>By what colours told anew say, the more of them the nearer they are to the stroke.</summary>
    /// <param name="correction">The stroke and the answer before it.</param>
    /// <param name="reading">How the gesture is read.</param>
    /// <param name="isFromBefore">Whether both sides look at first like those of the answer before, whatever the reading says.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static SuperpixelCut ByColours(Correction correction, SubjectReading reading, bool isFromBefore, CancellationToken cancel) =>
        SuperpixelCut.Of(correction.Picture, correction.Ground, EarlierAnswer.Of(correction), reading, cancel,
            // What was weighed has no colours to begin with but its own.
            isFromBefore || reading is SubjectReading.Weighed or SubjectReading.Near ? correction.Before.IsInside : null);

    /// <summary>By each place's own odds of going with the stroke.</summary>
    /// <param name="correction">The stroke and the answer before it.</param>
    /// <param name="tree">The picture's regions.</param>
    /// <param name="reading">How the gesture is read.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static SuperpixelCut ByPlaces(Correction correction, Func<RegionTree> tree, SubjectReading reading, CancellationToken cancel)
    {
        var (byColours, places) = Both(correction, tree, reading, cancel);
        var weighed = CorrectedPlaces.Of(correction, byColours, places, tree(), cancel);
        return weighed.Cut(correction.Ground, least: 0, reading, byColours.Leaning, cancel);
    }

    /// <summary>What the places of a correction are weighed by: the answer corrected by colours, and all places weighed anew.</summary>
    public static (SuperpixelCut ByColours, WeighedPlaces Places) Both(Correction correction, Func<RegionTree> tree, SubjectReading reading, CancellationToken cancel)
    {
        SuperpixelCut? byColours = null;
        WeighedPlaces? places = null;
        Rows.AtOnce(() => byColours = ByColours(correction, reading, isFromBefore: false, cancel), () => places = GestureReadings.Places(correction.Picture, correction.Ground, tree, cancel));
        return (byColours!, places!);
    }
}
