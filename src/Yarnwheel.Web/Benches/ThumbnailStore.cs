using System.Globalization;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Benches;

/// <summary>Keeps the thumbnails of takes on the disk, one for each newest revision.</summary>
internal sealed class ThumbnailStore(DataFolder folder, OpenPhotos photos, FrameTurns turns) : IDisposable
{
    private const int Size = 720;
    private readonly SemaphoreSlim one = new(1);

    public void Dispose() => one.Dispose();

    /// <summary>Removes those of a take that is gone.</summary>
    public void Remove(int takeId)
    {
        foreach (var old in Of(takeId)) File.Delete(old);
    }

    /// <summary>What a take's thumbnail is known by: it changes with the take and with the engine.</summary>
    public static string Tag(int takeId, long revision) => string.Create(CultureInfo.InvariantCulture, $"{takeId}-{revision}-{PhotoRenderer.EngineVersion}");

    private string Place => Directory.CreateDirectory(Path.Combine(folder.Root, "thumbnails")).FullName;

    private IEnumerable<string> Of(int takeId) => Directory.EnumerateFiles(Place, string.Create(CultureInfo.InvariantCulture, $"{takeId}-*.jpg"));

    public async Task<byte[]> GetAsync(TakeState take, CancellationToken cancel)
    {
        var path = Path.Combine(Place, $"{Tag(take.Id, take.Revision)}-{take.Photo.Hash[..12]}.jpg");
        if (File.Exists(path)) return await File.ReadAllBytesAsync(path, cancel);
        // One at a time: a Shelf of fifty photos must not decode fifty at once.
        await one.WaitAsync(cancel);
        try
        {
            if (File.Exists(path)) return await File.ReadAllBytesAsync(path, cancel);
            var open = await photos.GetAsync(take.Photo, cancel);
            var jpeg = await turns.BehindAsync(() => Thumbnail.Draw(open.Renderer, take.Recipe, Size, cancel), cancel);
            Remove(take.Id);
            WholeFile.Write(path, temporary => File.WriteAllBytes(temporary, jpeg), cancel);
            return jpeg;
        }
        finally
        {
            one.Release();
        }
    }
}
