using Yarnwheel.Core.Masks.Readings;

namespace Yarnwheel.Measure.Quality.Subjects.Learning;

/// <summary>Places of one gesture whose answer is known.</summary>
/// <param name="Rows">Their figures, row by row.</param>
/// <param name="Shares">What is to be told of each, 0 … 1.</param>
/// <param name="Weights">How much each counts.</param>
/// <param name="Own">So many figures are a place's own, the others common.</param>
internal sealed record Lesson(Half[] Rows, float[] Shares, float[] Weights, int Own)
{
    /// <summary>Places of a gesture that are learnt from at most.</summary>
    private const int MostPlaces = 500;

    /// <param name="known">The picture and its subject.</param>
    /// <param name="open">The superpixels that may be learnt from.</param>
    /// <param name="figures">Of each superpixel.</param>
    /// <param name="common">Figures of all.</param>
    /// <param name="share">What is to be told of a superpixel, 0 … 1.</param>
    /// <param name="random">Chooses among them.</param>
    /// <returns>Null where nothing is open.</returns>
    public static Lesson? Of(KnownPicture known, int[] open, FigureTable figures, float[] common, Func<int, float> share, Random random)
    {
        var all = open.Length;
        random.Shuffle(open);
        open = [.. open.Take(MostPlaces)];
        if (open.Length == 0) return null;
        var subject = MathF.Max(1, known.Subject);
        return new Lesson([.. figures.Rows(open, common).Select(v => (Half)v)], [.. open.Select(share)], [.. open.Select(k => known.Picture.Sizes[k] * all / (open.Length * subject))], figures.Count);
    }
}
