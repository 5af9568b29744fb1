using Yarnwheel.Codecs;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Orders.Book;

namespace Yarnwheel.Orders.Making;

/// <summary>Opens the photos that copies are made of.</summary>
public interface IPhotoSource
{
    /// <summary>A photo, ready to be drawn.</summary>
    /// <param name="picture">Which.</param>
    /// <param name="data">The data folder.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <exception cref="Core.YarnwheelException">The original is missing or damaged.</exception>
    (DecodedPhoto Decoded, PhotoRenderer Renderer) Open(OrderPicture picture, string data, CancellationToken cancel);
}

/// <summary>Opens each photo for its copy alone.</summary>
public sealed class StoredPhotos(PhotoLimits limits) : IPhotoSource
{
    // A copy goes over the photo once, strip by strip: there is little to keep.
    private const long Cache = 48L << 20;

    public (DecodedPhoto Decoded, PhotoRenderer Renderer) Open(OrderPicture picture, string data, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(picture);
        var path = Path.Combine(data, picture.Original);
        if (!File.Exists(path)) throw new Core.YarnwheelException($"The original of {picture.Photo} is missing from the store. Its takes are kept; add the same file again and they work as before.");
        var decoded = new PhotoReader(limits).BeginPage(path, picture.Page, cancel);
        return (decoded, new PhotoRenderer(decoded.Pyramid(), Cache, new MaskPictureFolder(Path.Combine(data, "masks"), limits)));
    }
}
