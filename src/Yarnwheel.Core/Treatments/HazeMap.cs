using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Treatments;

/// <summary>How much of the light at each place comes from the thing itself, and the colour of the haze before it.</summary>
/// <remarks>The dark channel prior (He, Sun, Tang 2011, IEEE TPAMI 33(12); first at CVPR 2009), refined along the photo's edges by the guided filter.</remarks>
internal sealed class HazeMap
{
    private const int Patch = 5;                 // 11 × 11 on a picture of 400: the paper's 15 × 15 on one of 600
    private const float Kept = 0.95f;            // the paper's ω
    private const int Refining = 16;
    private const double Brightest = 0.001;

    private readonly GuidedBase clear;

    private HazeMap(GuidedBase clear, float red, float green, float blue)
    {
        this.clear = clear;
        Red = red;
        Green = green;
        Blue = blue;
    }

    /// <summary>Colour of the haze, linear light.</summary>
    public float Red { get; }

    public float Green { get; }

    public float Blue { get; }

    public long Bytes => clear.Bytes;

    /// <summary>The share of light that comes from the things, at a run of places.</summary>
    /// <param name="lightness">Of the photo there; replaced by the share, 0.05 … 1.</param>
    /// <param name="place">Where.</param>
    public void Row(Span<float> lightness, RowPlace place)
    {
        clear.Row(lightness, place);
        for (var i = 0; i < lightness.Length; i++) lightness[i] = Math.Clamp(lightness[i], 0.05f, 1);
    }

    public static HazeMap Of(LightPlanes photo, float[] lightness, double scale, CancellationToken cancel)
    {
        int width = photo.Width, height = photo.Height;
        var dark = Darkest(photo, 1, 1, 1, width, height);
        var order = Enumerable.Range(0, dark.Length).OrderByDescending(i => dark[i]).ThenBy(i => i).Take(Math.Max(1, (int)(dark.Length * Brightest))).ToArray();
        float Mean(float[] plane) => Math.Max(0.02f, order.Average(i => plane[i]));
        float red = Mean(photo.Red), green = Mean(photo.Green), blue = Mean(photo.Blue);
        var share = Darkest(photo, red, green, blue, width, height);
        for (var i = 0; i < share.Length; i++) share[i] = 1 - Kept * Math.Clamp(share[i], 0, 1);
        return new HazeMap(GuidedBase.Of(lightness, share, width, height, scale, Refining, 1e-3f, cancel), red, green, blue);
    }

    /// <summary>The dark channel: the least of the three channels within a square window.</summary>
    private static float[] Darkest(LightPlanes photo, float red, float green, float blue, int width, int height)
    {
        var least = new float[width * height];
        for (var i = 0; i < least.Length; i++) least[i] = MathF.Min(photo.Red[i] / red, MathF.Min(photo.Green[i] / green, photo.Blue[i] / blue));
        var across = new float[least.Length];
        var result = new float[least.Length];
        for (var y = 0; y < height; y++)
            for (var x = 0; x < width; x++)
                across[y * width + x] = Least(least, y * width + Math.Max(0, x - Patch), 1, Math.Min(width - 1, x + Patch) - Math.Max(0, x - Patch) + 1);
        for (var y = 0; y < height; y++)
            for (var x = 0; x < width; x++)
                result[y * width + x] = Least(across, Math.Max(0, y - Patch) * width + x, width, Math.Min(height - 1, y + Patch) - Math.Max(0, y - Patch) + 1);
        return result;
    }

    private static float Least(float[] plane, int first, int step, int count)
    {
        var least = plane[first];
        for (var k = 1; k < count; k++) least = MathF.Min(least, plane[first + k * step]);
        return least;
    }
}
