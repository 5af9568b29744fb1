namespace Yarnwheel.Measure.Quality;

/// <summary>A picture of which is known exactly what each pixel is mixed from.</summary>
/// <param name="Name">What is difficult about it.</param>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
/// <param name="Alpha">Share of the subject, 0 … 1.</param>
/// <param name="Subject">The subject's own colour × alpha, interleaved linear light.</param>
/// <param name="Rest">What is behind × (1 − alpha), interleaved linear light.</param>
/// <param name="Rough">The mask to begin with, 0 … 1.</param>
/// <param name="Strands">Pixels along the middle of strands of which the truth has more than a half.</param>
internal sealed record MatteScene(string Name, int Width, int Height, float[] Alpha, float[] Subject, float[] Rest, float[] Rough, int[] Strands)
{
    /// <summary>The light that reaches each pixel.</summary>
    public float Light(int at) => Subject[at] + Rest[at];

    /// <summary>The picture as it should come out: the subject's colour over the grey of what is behind (luminance, ITU-R BT.709), mixed in linear light.</summary>
    public (float R, float G, float B) Ideal(int pixel)
    {
        var at = 3 * pixel;
        var grey = Core.Colour.Luminance.Of(Rest[at], Rest[at + 1], Rest[at + 2]);
        return (Subject[at] + grey, Subject[at + 1] + grey, Subject[at + 2] + grey);
    }
}
