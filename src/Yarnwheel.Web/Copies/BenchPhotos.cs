using Yarnwheel.Codecs;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Data.Model;
using Yarnwheel.Orders.Book;
using Yarnwheel.Orders.Making;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Copies;

/// <summary>Takes a photo from the Benches where one has it open; else opens it for the copy alone.</summary>
internal sealed class BenchPhotos(OpenPhotos open, PhotoLimits limits) : IPhotoSource
{
    private readonly StoredPhotos stored = new(limits);

    public (DecodedPhoto Decoded, PhotoRenderer Renderer) Open(OrderPicture picture, string data, CancellationToken cancel) =>
        open.Find(PhotoRow.ContentOf(Path.GetFileNameWithoutExtension(picture.Original), picture.Page)) is { } photo ? (photo.Decoded, photo.Renderer) : stored.Open(picture, data, cancel);
}

/// <summary>The hand on the photo goes first.</summary>
internal sealed class FramesFirst(FrameTurns turns) : IWorkPace
{
    public void GiveWay(CancellationToken cancel) => turns.GiveWay(cancel);
}
