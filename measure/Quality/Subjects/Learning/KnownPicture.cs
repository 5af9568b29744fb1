using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Measure.Quality.Subjects.Learning;

/// <summary>A picture whose subject is known, as it is cut.</summary>
/// <param name="Picture">That is cut.</param>
/// <param name="Tree">Its regions.</param>
/// <param name="Alpha">Of each pixel, the share of the subject, 0 … 1.</param>
/// <param name="Truth">The same of each superpixel.</param>
internal sealed record KnownPicture(CutPicture Picture, RegionTree Tree, float[] Alpha, float[] Truth)
{
    /// <param name="photo">The whole photo.</param>
    /// <param name="alpha">Of each of its pixels, 0 … 1.</param>
    public static KnownPicture Of(BytePixels photo, float[] alpha)
    {
        var source = new RenderSource(Pyramid.Build(photo), 1L << 30, null);
        var picture = source.CutPicture(CancellationToken.None);
        float[] own = new float[picture.Width * picture.Height], shares = new float[picture.Superpixels.Count];
        for (var y = 0; y < picture.Height; y++)
        {
            for (var x = 0; x < picture.Width; x++)
            {
                own[y * picture.Width + x] = alpha[y * photo.Height / picture.Height * photo.Width + x * photo.Width / picture.Width];
                shares[picture.SuperpixelAt(x, y)] += own[y * picture.Width + x];
            }
        }
        return new KnownPicture(picture, source.RegionTree(CancellationToken.None), own, [.. shares.Select((s, k) => MathF.Min(1, s / Math.Max(1, 4 * picture.Sizes[k])))]);
    }

    /// <summary>Pixels of the half picture that belong to the subject.</summary>
    public float Subject => Truth.Select((t, k) => t * Picture.Sizes[k]).Sum();
}
