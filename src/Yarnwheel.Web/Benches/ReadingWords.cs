using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Web.Benches;

/// <summary>The readings of a subject's gesture in words.</summary>
internal static class ReadingWords
{
    public static string Of(SubjectReading reading) => reading switch
    {
        SubjectReading.Strokes => "what looks like the strokes",
        SubjectReading.Rare => "what is rare around it",
        SubjectReading.Box => "all that the surroundings don’t explain",
        SubjectReading.Whole => "the same, holes closed",
        SubjectReading.Tight => "the same, leaning towards more",
        SubjectReading.Fine => "the same, colours told apart finely",
        SubjectReading.Strand => "what goes on from the stroke, thin and alike",
        SubjectReading.Weighed => "place by place, by all that speaks for it",
        SubjectReading.Near => "only what is near the strokes",
        _ => throw new ArgumentOutOfRangeException(nameof(reading), reading, "has no words"),
    };
}
