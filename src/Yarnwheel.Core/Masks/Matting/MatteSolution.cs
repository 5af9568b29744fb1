using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>A mask refined on the whole photo at one size, and the colour models it was refined by; views of any size are drawn from it.</summary>
/// <param name="Picture">The part of the photo that it is of; elsewhere the rough mask stays.</param>
/// <param name="Alpha">The refined mask, 0 … 1.</param>
/// <param name="Expected">The mask it began with, blurred.</param>
/// <param name="Mixed">How mixed the neighbours of each pixel look, 0 … 1.</param>
/// <param name="Share">How far each pixel may change, by its distance to the rough contour, 0 … 1.</param>
/// <param name="Calibration">What is to be made of what is found.</param>
/// <param name="Open">Where views look at their own pixels: 1, else 0.</param>
/// <param name="Bounds">What a guard has laid down (<see cref="MatteGuards"/>).</param>
/// <param name="Foreground">Colours near each cell, inside.</param>
/// <param name="Background">Colours near each cell, outside.</param>
/// <param name="SeenInside">Density of the colours that are surely inside.</param>
/// <param name="SeenOutside">Density of the colours that are surely outside.</param>
internal sealed record MatteSolution(MattePicture Picture, float[] Alpha, float[] Expected, float[] Mixed, float[] Share, AlphaCalibration Calibration, byte[] Open, byte[] Bounds,
    LocalMoments Foreground, LocalMoments Background, float[] SeenInside, float[] SeenOutside) : IPiece
{
    public int Width => Picture.Light.Width;

    public int Height => Picture.Light.Height;

    /// <summary>Where it lies on the photo at its size.</summary>
    public Region Region => Picture.Light.Region;

    public long Bytes => 18L * Width * Height + Calibration.Bytes + Foreground.Bytes + Background.Bytes + 4L * (SeenInside.Length + SeenOutside.Length);

    /// <summary>The refined mask of the whole photo at its size.</summary>
    /// <param name="rough">The mask it began with.</param>
    public Plane<float> Whole(float[] rough)
    {
        var mask = new Plane<float>(Picture.Whole, (float[])rough.Clone());
        mask.Paste(new Plane<float>(Region, Alpha));
        return mask;
    }
}
