using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Grey;

/// <summary>A photo's colours, sampled sparsely, and pairs of them near and far: what a mix is judged by.</summary>
public sealed class GreySamples
{
    private const int LargestSide = 96;

    private GreySamples(int count)
    {
        Base = new float[count];
        Turn = new float[count];
        Weight = new float[count];
        Lab = new (float, float, float)[count];
        Ok = new (float, float, float)[count];
        Light = new (float, float, float)[count];
    }

    /// <summary>OKLab lightness of each sample's grey before any spoke lifts it.</summary>
    public float[] Base { get; }

    /// <summary>Hue in turns.</summary>
    public float[] Turn { get; }

    /// <summary>How much of a lift each sample gets.</summary>
    public float[] Weight { get; }

    /// <summary>CIELAB.</summary>
    public (float L, float A, float B)[] Lab { get; }

    /// <summary>OKLab.</summary>
    public (float L, float A, float B)[] Ok { get; }

    /// <summary>Linear light.</summary>
    public (float Red, float Green, float Blue)[] Light { get; }

    /// <summary>Neighbours, and each sample with one far off.</summary>
    public (int First, int Second)[] Pairs { get; private set; } = [];

    /// <summary>Colour difference of each pair, whole CIELAB units, held at <see cref="ContrastScore.LargestThreshold"/>.</summary>
    public byte[] Contrasts { get; private set; } = [];

    /// <summary>The scale at which a photo is sampled.</summary>
    public static double ScaleFor(Pyramid photo)
    {
        ArgumentNullException.ThrowIfNull(photo);
        return Math.Min(1, LargestSide / (double)Math.Max(photo.Width, photo.Height));
    }

    /// <summary>Samples a small picture of the photo.</summary>
    /// <param name="planes">Its linear light.</param>
    /// <param name="basis">Of the grey.</param>
    public static GreySamples Of(LightPlanes planes, GreyBasis basis)
    {
        ArgumentNullException.ThrowIfNull(planes);
        int width = planes.Width, height = planes.Height;
        var samples = new GreySamples(width * height);
        for (var i = 0; i < width * height; i++)
        {
            float red = planes.Red[i], green = planes.Green[i], blue = planes.Blue[i];
            var (l, a, b) = OkLab.FromLinear(red, green, blue);
            samples.Light[i] = (red, green, blue);
            samples.Ok[i] = (l, a, b);
            samples.Lab[i] = CieLab.FromLinear(red, green, blue);
            samples.Base[i] = GreyConversion.BaseLightness(basis, red, green, blue, l);
            samples.Turn[i] = (float)(OkLab.Hue(a, b) / 360);
            samples.Weight[i] = GreyConversion.Weight(OkLab.Chroma(a, b)) * GreyConversion.Gain;
        }
        var pairs = new List<(int, int)>(3 * width * height);
        var state = 12345u;
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                var i = y * width + x;
                if (x + 1 < width) pairs.Add((i, i + 1));
                if (y + 1 < height) pairs.Add((i, i + width));
                // Numerical Recipes' linear congruential generator: the same pairs in every run.
                state = unchecked(state * 1664525u + 1013904223u);
                var far = (int)(state % (uint)(width * height));
                if (far != i) pairs.Add((i, far));
            }
        }
        samples.Pairs = [.. pairs];
        samples.Contrasts = pairs.Select(p => Contrast(samples.Lab[p.Item1], samples.Lab[p.Item2])).ToArray();
        return samples;
    }

    private static byte Contrast((float L, float A, float B) p, (float L, float A, float B) q) =>
        (byte)Math.Min(ContrastScore.LargestThreshold, Math.Sqrt(Math.Pow(p.L - q.L, 2) + Math.Pow(p.A - q.A, 2) + Math.Pow(p.B - q.B, 2)));

    /// <summary>OKLab lightness of each sample's grey under a mix.</summary>
    public float[] Greys(WheelCurve curve)
    {
        ArgumentNullException.ThrowIfNull(curve);
        var greys = new float[Base.Length];
        for (var i = 0; i < greys.Length; i++) greys[i] = GreyConversion.Lift(Base[i], curve.AtTurn(Turn[i]) * Weight[i]);
        return greys;
    }
}
