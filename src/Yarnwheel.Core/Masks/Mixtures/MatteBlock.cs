namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>Some pixels of a matte side by side, for work in lanes: what is known of each, and what is found.</summary>
internal sealed class MatteBlock
{
    /// <summary>Pixels of a block. No power of two: rows that begin at the same place of a page wait for one another.</summary>
    public const int Size = 272;

    /// <summary>The finest that alpha is tried.</summary>
    public const int MostSteps = 16;

    private const int Moments = 10;
    private const int Own = 30;
    private float[] scratch = [];
    private readonly float[] values = new float[(Own + 2 * Moments + MostSteps + 1) * Size];

    /// <summary>Takes a pixel's light.</summary>
    /// <param name="k">Its place in the block.</param>
    /// <param name="light">Of a picture.</param>
    /// <param name="at">Its index there.</param>
    public void Take(int k, Imaging.LightPlanes light, int at) => (Red[k], Green[k], Blue[k]) = (light.Red[at], light.Green[at], light.Blue[at]);

    /// <summary>Takes a pixel's light, and how dense its colour is in all of the picture.</summary>
    /// <param name="k">Its place in the block.</param>
    /// <param name="light">Of a picture.</param>
    /// <param name="at">Its index there.</param>
    /// <param name="inside">Density of each bin of colours that are surely inside.</param>
    /// <param name="outside">The same of those that are surely outside.</param>
    /// <param name="bin">Of its colour.</param>
    public void Take(int k, Imaging.LightPlanes light, int at, float[] inside, float[] outside, int bin)
    {
        Take(k, light, at);
        (SeenInside[k], SeenOutside[k]) = (inside[bin], outside[bin]);
    }

    /// <summary>Linear light of each pixel.</summary>
    public Span<float> Red => Row(0);

    public Span<float> Green => Row(1);

    public Span<float> Blue => Row(2);

    /// <summary>How likely it is inside, 0 … 1, before its colour is looked at.</summary>
    public Span<float> Prior => Row(3);

    /// <summary>How mixed its neighbours are, 0 … 1.</summary>
    public Span<float> Mixed => Row(4);

    /// <summary>Density of its colour in what is surely outside, in all of the picture; 1 for an even spread.</summary>
    public Span<float> SeenOutside => Row(5);

    /// <summary>Density of its colour in what is surely inside.</summary>
    public Span<float> SeenInside => Row(6);

    /// <summary>Found: the expected alpha.</summary>
    public Span<float> Mean => Row(7);

    /// <summary>Found: its deviation.</summary>
    public Span<float> Deviation => Row(8);

    /// <summary>Found: the squared Mahalanobis distance of both sides' models; where an edge's colours are sought, of the pixel from its mixture.</summary>
    public Span<float> Apart => Row(9);

    /// <summary>Of each pixel, what the caller needs to know it by.</summary>
    public Span<float> Name => Row(10);

    /// <summary>Variance of the noise at its light, of each channel.</summary>
    public Span<float> Noise(int channel) => Row(11 + channel);

    /// <summary>Logarithm of how likely it is outside alone, prior included, by the colours of the whole picture, and by the prior alone.</summary>
    public Span<float> LogSeenOutside => Row(14);

    public Span<float> LogOutside => Row(15);

    /// <summary>The same of inside alone.</summary>
    public Span<float> LogSeenInside => Row(16);

    public Span<float> LogInside => Row(17);

    /// <summary>Logarithm of the prior of each step between.</summary>
    public Span<float> LogMixed => Row(18);

    /// <summary>Of a cube of one step of the encoded colour: its volume in light.</summary>
    public Span<float> Volume => Row(19);

    /// <summary>Found: the place between both sides' colours (<see cref="ColourPlace"/>).</summary>
    public Span<float> Place => Row(20);

    /// <summary>Found: logarithm of how dense the colour is where it is explained best, per step of the encoded colour.</summary>
    public Span<float> Fit => Row(21);

    /// <summary>The rough mask's value.</summary>
    public Span<float> Rough => Row(22);

    /// <summary>How far it may change, 0 … 1.</summary>
    public Span<float> Share => Row(23);

    /// <summary>What was learnt to be made of what is found (calibration): of its belief the factor of the odds, of alpha the slope and the shift; logarithms.</summary>
    public Span<float> Belief => Row(24);

    public Span<float> Slope => Row(25);

    public Span<float> Shift => Row(26);

    /// <summary>The rough mask hereabouts, blurred.</summary>
    public Span<float> Expected => Row(27);

    /// <summary>Where it lies on the picture that was solved, pixels from its left and upper border.</summary>
    public Span<float> Across => Row(28);

    public Span<float> Down => Row(29);

    /// <summary>Room for a pixel's figures, and what is said of them.</summary>
    /// <param name="count">How many floats.</param>
    public Span<float> Scratch(int count)
    {
        if (scratch.Length < count) scratch = new float[count];
        return scratch.AsSpan(0, count);
    }

    /// <summary>Ten rows of moments of the foreground's colour; then its model: a row that says nothing, the mean's three, the spread's six.</summary>
    public Span<float> Foreground => values.AsSpan(Own * Size, Moments * Size);

    /// <summary>The same of the background's.</summary>
    public Span<float> Background => values.AsSpan((Own + Moments) * Size, Moments * Size);

    /// <summary>Logarithm of the density of a step of alpha.</summary>
    public Span<float> Step(int k) => Row(Own + 2 * Moments + k);

    private Span<float> Row(int k) => values.AsSpan(k * Size, Size);
}
