using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Core.Rendering;

/// <summary>What part of a photo is looked at, how large.</summary>
/// <param name="Region">In pixels at the scale, within the photo's extent there.</param>
/// <param name="Scale">Screen pixels a photo pixel.</param>
public readonly record struct View(Region Region, double Scale)
{
    /// <summary>The whole photo at full size.</summary>
    public static View Whole(Pyramid photo)
    {
        ArgumentNullException.ThrowIfNull(photo);
        return new View(new Region(0, 0, photo.Width, photo.Height), 1);
    }
}
