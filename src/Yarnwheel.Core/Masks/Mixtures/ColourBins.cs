using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>Which colours a side of a mask has, anywhere in the picture: how densely each of 32 × 32 × 32 bins over the encoded colours is filled.</summary>
internal static class ColourBins
{
    private const int Bins = 32;

    /// <summary>One of so many pixels speaks, across and down, in a picture that is looked at on cells, else one of half as many.</summary>
    private const int Thinned = 4;

    /// <summary>What lies so far within its side counts most, pixels.</summary>
    private const int Deep = 2;

    /// <summary>Number of the bin of each pixel.</summary>
    /// <param name="light">Of a picture.</param>
    public static ushort[] Of(LightPlanes light)
    {
        var bins = new ushort[light.Width * light.Height];
        Rows.Each(light.Height, y =>
        {
            for (var i = y * light.Width; i < (y + 1) * light.Width; i++) bins[i] = (ushort)Of(light.Red[i], light.Green[i], light.Blue[i]);
        });
        return bins;
    }

    /// <summary>Number of the bin that a colour of linear light lies in.</summary>
    public static int Of(float red, float green, float blue) => (Step(red) * Bins + Step(green)) * Bins + Step(blue);

    // The square root is near enough to the encoding, and quick.
    private static int Step(float linear) => Math.Clamp((int)(MathF.Sqrt(MathF.Max(0, linear)) * Bins), 0, Bins - 1);

    /// <summary>The densities of what is surely inside and surely outside: 1 for an even spread.</summary>
    /// <param name="picture">All of the photo.</param>
    /// <param name="rough">The mask, of each pixel.</param>
    public static (float[] Inside, float[] Outside) Sides(MattePicture picture, float[] rough)
    {
        var (inside, outside) = (new float[Bins * Bins * Bins], new float[Bins * Bins * Bins]);
        int width = picture.Light.Width, height = picture.Light.Height, step = Thinned / (picture.Cell == 1 ? 2 : 1);
        double within = 0, without = 0;
        float[] leasts = new float[width], mosts = new float[width];
        for (var y = 0; y < height; y += step)
        {
            LeastAndMost(rough, width, height, y, leasts, mosts);
            for (var x = 0; x < width; x += step)
            {
                var at = y * width + x;
                float least = 1, most = 0;
                for (var u = Math.Max(0, x - Deep); u <= Math.Min(width - 1, x + Deep); u++)
                {
                    least = MathF.Min(least, leasts[u]);
                    most = MathF.Max(most, mosts[u]);
                }
                var bin = Of(picture.Light.Red[at], picture.Light.Green[at], picture.Light.Blue[at]);
                var (deepIn, deepOut) = (least * least, (1 - most) * (1 - most));
                float own = rough[at] * rough[at] * (0.05f + 0.95f * deepIn), rest = (1 - rough[at]) * (1 - rough[at]) * (0.02f + 0.98f * deepOut * deepOut);
                inside[bin] += own;
                outside[bin] += rest;
                (within, without) = (within + own, without + rest);
            }
        }
        Smooth(inside, within);
        Smooth(outside, without);
        return (inside, outside);
    }

    /// <summary>The densities of some pixels' colours: 1 for an even spread.</summary>
    /// <param name="bins">Of each pixel, the bin of its colour.</param>
    /// <param name="marked">Which of them.</param>
    public static float[] Densities(ushort[] bins, bool[] marked)
    {
        var densities = new float[Bins * Bins * Bins];
        var sum = 0;
        for (var i = 0; i < bins.Length; i++)
        {
            if (!marked[i]) continue;
            densities[bins[i]]++;
            sum++;
        }
        Smooth(densities, sum);
        return densities;
    }

    /// <summary>Of each column the least and the most about a row.</summary>
    private static void LeastAndMost(float[] rough, int width, int height, int y, float[] leasts, float[] mosts)
    {
        Array.Fill(leasts, 1);
        Array.Clear(mosts);
        for (var v = Math.Max(0, y - Deep); v <= Math.Min(height - 1, y + Deep); v++) LaneLoop.Over(new EndsKernel(rough.AsSpan(v * width, width), leasts, mosts), width);
    }

    private readonly ref struct EndsKernel(ReadOnlySpan<float> row, Span<float> leasts, Span<float> mosts) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> row = row;
        private readonly Span<float> leasts = leasts;
        private readonly Span<float> mosts = mosts;

        public static bool MayRepeat => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var x = from; x < to; x += T.Count)
            {
                var own = row.Load<T>(x);
                leasts.Save(x, T.Min(leasts.Load<T>(x), own));
                mosts.Save(x, T.Max(mosts.Load<T>(x), own));
            }
        }
    }

    /// <summary>Neighbouring bins are alike: each axis is smoothed in turn.</summary>
    private static void Smooth(float[] bins, double sum)
    {
        foreach (var stride in (ReadOnlySpan<int>)[1, Bins, Bins * Bins])
        {
            var from = (float[])bins.Clone();
            for (var i = 0; i < bins.Length; i++)
            {
                var place = i / stride % Bins;
                bins[i] = 0.6f * from[i] + 0.2f * (from[place > 0 ? i - stride : i] + from[place + 1 < Bins ? i + stride : i]);
            }
        }
        var share = (float)(bins.Length / Math.Max(1e-9, sum));
        for (var i = 0; i < bins.Length; i++) bins[i] *= share;
    }
}
