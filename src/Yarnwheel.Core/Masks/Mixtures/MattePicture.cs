using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>What is known of a photo before any mask is refined: its light at the size at which mattes are solved, and its noise.</summary>
internal sealed class MattePicture : IPiece
{
    /// <summary>Most pixels of the picture on which mattes are solved, and subjects cut out.</summary>
    public const long Most = 1_700_000;

    /// <summary>Smaller pictures are looked at pixel by pixel, larger ones on cells of two by two.</summary>
    private const long Small = 400_000;

    private const int Surroundings = 64;

    private MattePicture(LightPlanes light, Region whole, int cell, float noise, float fullNoise)
    {
        Light = light;
        Whole = whole;
        Cell = cell;
        Noise = noise;
        FullNoise = fullNoise;
        CellsAcross = (light.Width + cell - 1) / cell;
        CellsDown = (light.Height + cell - 1) / cell;
    }

    /// <summary>All of the photo, at this size.</summary>
    public Region Whole { get; }

    public LightPlanes Light { get; }

    /// <summary>Side of a cell, pixels: 1 or 2.</summary>
    public int Cell { get; }

    public int CellsAcross { get; }

    public int CellsDown { get; }

    /// <summary>Deviation of its noise, encoded 0 … 1.</summary>
    public float Noise { get; }

    /// <summary>The same of the photo at full size.</summary>
    public float FullNoise { get; }

    public long Bytes => Light.Bytes;

    /// <param name="light">Of the whole photo at that size.</param>
    /// <param name="fullNoise">Of the photo at full size.</param>
    /// <param name="leastNoise">What there is of it at least at this size, encoded 0 … 1: quiet places don't show what compression did to edges.</param>
    public static MattePicture Of(LightPlanes light, float fullNoise, float leastNoise = 0) =>
        new(light, light.Region, light.Region.Area > Small ? 2 : 1, MathF.Max(MatteNoise.Of(light), leastNoise), fullNoise);

    /// <summary>The part of it that is needed for what happens in a region: with as much round it as colours are looked at.</summary>
    /// <param name="region">In its pixels.</param>
    public MattePicture About(Region region)
    {
        var wide = region.Widen(Surroundings).Intersect(Whole);
        // Cells stay whole.
        int x = wide.X / Cell * Cell, y = wide.Y / Cell * Cell;
        wide = new Region(x, y, wide.Right - x, wide.Bottom - y);
        if (wide == Light.Region) return this;
        return new MattePicture(Light.Cut(wide), Whole, Cell, Noise, FullNoise);
    }

    /// <summary>Noise of a picture of another size: between this one's and the full one's it follows their ratio.</summary>
    /// <param name="share">Of this picture's scale: 1 is its own size, above it larger.</param>
    /// <param name="full">Of the photo at full size, as a share of this picture's scale.</param>
    public float NoiseAt(double share, double full)
    {
        if (share <= 1 || full <= 1) return Noise;
        return (float)(Noise * Math.Pow(Math.Max(1, FullNoise / Noise), Math.Min(1, Math.Log(share) / Math.Log(full))));
    }

    /// <summary>The mean of each cell's pixels.</summary>
    public float[] Cells(float[] plane)
    {
        if (Cell == 1) return plane;
        int width = Light.Width, height = Light.Height;
        var cells = new float[CellsAcross * CellsDown];
        Rows.Each(CellsDown, y =>
        {
            ReadOnlySpan<float> above = plane.AsSpan(2 * y * width, width), below = plane.AsSpan(Math.Min(2 * y + 1, height - 1) * width, width);
            for (var x = 0; x < CellsAcross; x++)
            {
                int left = 2 * x, right = Math.Min(left + 1, width - 1);
                cells[y * CellsAcross + x] = (above[left] + above[right] + below[left] + below[right]) * 0.25f;
            }
        });
        return cells;
    }
}
