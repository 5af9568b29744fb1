using System.Globalization;
using Yarnwheel.Codecs;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Benches;

/// <summary>Keeps the thumbnails of takes on the disk, one for each newest revision.</summary>
internal sealed class ThumbnailStore(DataFolder folder, OpenPhotos photos, FrameTurns turns) : IDisposable
{
    private const int Size = 720;
    private readonly SemaphoreSlim one = new(1);

    public void Dispose() => one.Dispose();

    public async Task<byte[]> GetAsync(TakeState take, CancellationToken cancel)
    {
        var place = Directory.CreateDirectory(Path.Combine(folder.Root, "thumbnails")).FullName;
        var path = Path.Combine(place, string.Create(CultureInfo.InvariantCulture, $"{take.Id}-{take.Revision}-{take.Photo.Hash[..12]}.jpg"));
        if (File.Exists(path)) return await File.ReadAllBytesAsync(path, cancel);
        // One at a time: a Shelf of fifty photos must not decode fifty at once.
        await one.WaitAsync(cancel);
        try
        {
            if (File.Exists(path)) return await File.ReadAllBytesAsync(path, cancel);
            var open = await photos.GetAsync(take.Photo, cancel);
            var jpeg = await turns.BehindAsync(() => Thumbnail.Draw(open.Renderer, take.Recipe, Size, cancel), cancel);
            foreach (var old in Directory.EnumerateFiles(place, string.Create(CultureInfo.InvariantCulture, $"{take.Id}-*.jpg"))) File.Delete(old);
            WholeFile.Write(path, temporary => File.WriteAllBytes(temporary, jpeg), cancel);
            return jpeg;
        }
        finally
        {
            one.Release();
        }
    }
}
