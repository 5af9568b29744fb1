using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Core.Rendering;

/// <summary>Where the grey pictures of by-picture parts come from.</summary>
public interface IMaskPictures
{
    /// <summary>The picture of that name as a mask the size of the photo; null where there is none.</summary>
    /// <param name="asset">"sha256:" and 64 hexadecimal digits.</param>
    /// <param name="width">Of the photo, pixels.</param>
    /// <param name="height">Of the photo, pixels.</param>
    GreyPixels? Find(string asset, int width, int height);
}
