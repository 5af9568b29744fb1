using System.Globalization;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Benches;

/// <summary>Keeps the thumbnails of takes on the disk, one for each newest revision.</summary>
internal sealed class ThumbnailStore(DataFolder folder, OpenPhotos photos, FrameTurns turns) : IDisposable
{
    private const int Size = 720;
    private readonly SemaphoreSlim one = new(1);

    public void Dispose() => one.Dispose();

    /// <summary>Removes those of a take that is gone.</summary>
    public void Remove(int takeId) => Remove(string.Create(CultureInfo.InvariantCulture, $"{takeId}"));

    /// <summary>Removes the picture of a photo that is gone as it came.</summary>
    public void RemoveAsItCame(string hash) => Remove($"came-{hash}");

    private void Remove(string owner)
    {
        foreach (var old in Directory.EnumerateFiles(Place, $"{owner}-*.jpg")) File.Delete(old);
    }

    /// <summary>What a take's thumbnail is known by: it changes with the take and with the engine.</summary>
    public static string Tag(int takeId, long revision) => string.Create(CultureInfo.InvariantCulture, $"{takeId}-{revision}-{PhotoRenderer.EngineVersion}");

    private string Place => Directory.CreateDirectory(Path.Combine(folder.Root, "thumbnails")).FullName;

    public Task<byte[]> GetAsync(TakeState take, CancellationToken cancel) =>
        GetAsync(take.Photo, string.Create(CultureInfo.InvariantCulture, $"{take.Id}"), $"{Tag(take.Id, take.Revision)}-{take.Photo.Hash[..12]}{take.Photo.Content[64..]}", take.Recipe, Show.Result, cancel);

    /// <summary>The photo as it came.</summary>
    public Task<byte[]> AsItCameAsync(PhotoRow photo, CancellationToken cancel) =>
        GetAsync(photo, $"came-{photo.Content}", $"came-{photo.Content}-{PhotoRenderer.EngineVersion}", new Recipe(), Show.Original, cancel);

    private async Task<byte[]> GetAsync(PhotoRow photo, string owner, string name, Recipe recipe, Show show, CancellationToken cancel)
    {
        var path = Path.Combine(Place, name + ".jpg");
        if (File.Exists(path)) return await File.ReadAllBytesAsync(path, cancel);
        // One at a time: a Shelf of fifty photos must not decode fifty at once.
        await one.WaitAsync(cancel);
        try
        {
            if (File.Exists(path)) return await File.ReadAllBytesAsync(path, cancel);
            var open = await photos.GetAsync(photo, cancel);
            var jpeg = await turns.BehindAsync(() => Thumbnail.Draw(open.Renderer, recipe, Size, show, cancel), cancel);
            Remove(owner);
            WholeFile.Write(path, temporary => File.WriteAllBytes(temporary, jpeg), cancel);
            return jpeg;
        }
        finally
        {
            one.Release();
        }
    }
}
