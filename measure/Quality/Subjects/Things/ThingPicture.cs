using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Measure.Quality.Subjects.Things;

/// <summary>A picture painted back to front in linear light: grounds, a thing of several parts, and what stands before it. The thing's own alpha is counted with what hides it.</summary>
/// <param name="width">Pixels.</param>
/// <param name="height">Pixels.</param>
/// <param name="seed">Of its textures.</param>
/// <param name="fine">Places along a pixel's side that are looked at.</param>
internal sealed class ThingPicture(int width, int height, int seed, int fine = 4)
{
    private readonly float[] light = new float[3 * width * height];

    public int Width => width;

    public int Height => height;

    public float[] Light => light;

    /// <summary>Share of the thing in each pixel.</summary>
    public float[] Alpha { get; } = new float[width * height];

    private int layers;

    /// <summary>Fills all of it.</summary>
    /// <param name="colour">Linear light at a place, 0 … 1 over both sides.</param>
    public void Ground(Func<double, double, float[]> colour)
    {
        for (var i = 0; i < width * height; i++) Set(i, colour((i % width + 0.5) / width, (i / width + 0.5) / height), 1);
    }

    /// <summary>A part of the thing.</summary>
    public void Thing(float[] colour, Action<Canvas> shape, float depth = 0.25f, int scale = 9) => Layer(colour, shape, depth, scale, part: true, 0);

    /// <summary>Something else, behind or before, as it comes in the order.</summary>
    public void Other(float[] colour, Action<Canvas> shape, float depth = 0.25f, int scale = 9, double blur = 0) => Layer(colour, shape, depth, scale, part: false, blur);

    /// <summary>Darkens what is there, softly.</summary>
    public void Shadow(double x, double y, double rx, double ry, float depth)
    {
        for (var i = 0; i < width * height; i++)
        {
            double u = (i % width - x) / rx, v = (i / width - y) / ry;
            var share = 1 - depth * (float)Math.Exp(-Math.Pow(u * u + v * v, 2));
            for (var c = 0; c < 3; c++) light[3 * i + c] *= share;
        }
    }

    /// <summary>What stands above a line is mirrored below it, faintly.</summary>
    public void Reflect(int line, float share)
    {
        for (var y = line; y < height; y++)
        {
            var from = 2 * line - y - 1;
            if (from < 0) continue;
            for (var x = 0; x < width; x++)
                for (var c = 0; c < 3; c++)
                {
                    ref var own = ref light[3 * (y * width + x) + c];
                    own += (light[3 * (from * width + x) + c] - own) * share * (1 - Alpha[y * width + x]);
                }
        }
    }

    /// <summary>Light falls from one side over all of it.</summary>
    public void Shade(double angle, float depth)
    {
        var (sin, cos) = Math.SinCos(angle);
        for (var i = 0; i < width * height; i++)
        {
            var along = (float)((i % width / (double)width - 0.5) * cos + (i / width / (double)height - 0.5) * sin);
            for (var c = 0; c < 3; c++) light[3 * i + c] *= 1 + depth * along;
        }
    }

    private void Layer(float[] colour, Action<Canvas> shape, float depth, int scale, bool part, double blur)
    {
        var canvas = new Canvas(width, height, fine);
        shape(canvas);
        var alpha = canvas.Alpha();
        if (blur > 0) alpha = GaussianBlur.Of(new Plane<float>(new Region(0, 0, width, height), alpha), blur, CancellationToken.None).Values;
        var texture = Dyes.Texture(colour, scale, depth, seed + 31 * ++layers, width, height);
        for (var i = 0; i < alpha.Length; i++)
        {
            if (alpha[i] <= 0) continue;
            Set(i, texture.AsSpan(3 * i, 3), alpha[i]);
            Alpha[i] = part ? Alpha[i] + (1 - Alpha[i]) * alpha[i] : Alpha[i] * (1 - alpha[i]);
        }
    }

    private void Set(int i, ReadOnlySpan<float> colour, float share)
    {
        for (var c = 0; c < 3; c++) light[3 * i + c] += (colour[c] - light[3 * i + c]) * share;
    }
}
