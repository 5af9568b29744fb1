using System.Collections.Concurrent;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Benches;

/// <summary>A photo held in memory, ready to be drawn.</summary>
internal sealed record OpenPhoto(DecodedPhoto Decoded, PhotoRenderer Renderer, string OriginalPath);

/// <summary>Holds the photos that are being worked on, up to a budget of memory; the one used longest ago is let go first, and one that nobody used for ten minutes.</summary>
internal sealed class OpenPhotos : IDisposable
{
    /// <summary>What photos may hold where nothing else is said: 2 GB, and no more than a third of the memory there is, the rest being for drawing, bytes.</summary>
    public static long Budget => Math.Min(2L << 30, GC.GetGCMemoryInfo().TotalAvailableMemoryBytes / 3);

    private static readonly TimeSpan Resting = TimeSpan.FromMinutes(10);
    private readonly ConcurrentDictionary<string, Slot> slots = new();
    private readonly OriginalStore originals;
    private readonly IMaskPictures pictures;
    private readonly PhotoLimits limits;
    private readonly long budget;
    private readonly Timer sweep;

    /// <param name="originals">Where photos are.</param>
    /// <param name="pictures">Of by-picture parts.</param>
    /// <param name="limits">Of reading.</param>
    /// <param name="budget">What they may hold, bytes.</param>
    public OpenPhotos(OriginalStore originals, IMaskPictures pictures, PhotoLimits limits, long budget)
    {
        this.originals = originals;
        this.pictures = pictures;
        this.limits = limits;
        this.budget = budget;
        sweep = new Timer(_ => Sweep(), null, TimeSpan.FromMinutes(1), TimeSpan.FromMinutes(1));
    }

    public void Dispose() => sweep.Dispose();

    private sealed class Slot(Func<Task<OpenPhoto>> open)
    {
        private readonly Lazy<Task<OpenPhoto>> photo = new(open);

        public Task<OpenPhoto> Photo => photo.Value;

        public long UsedAt { get; set; } = Environment.TickCount64;
    }

    /// <summary>The photo; opened if it is not.</summary>
    /// <exception cref="Core.YarnwheelException">The original is missing or damaged.</exception>
    public async Task<OpenPhoto> GetAsync(PhotoRow photo, CancellationToken cancel)
    {
        var slot = slots.GetOrAdd(photo.Content, _ => new Slot(() => Task.Run(() => Open(photo), CancellationToken.None)));
        slot.UsedAt = Environment.TickCount64;
        try
        {
            var open = await slot.Photo.WaitAsync(cancel);
            LetGo(photo.Content);
            return open;
        }
        catch when (slot.Photo.IsFaulted)
        {
            slots.TryRemove(KeyValuePair.Create(photo.Content, slot));
            throw;
        }
    }

    /// <summary>The photo, if it is open; null where it is not.</summary>
    public OpenPhoto? Find(string content)
    {
        if (!slots.TryGetValue(content, out var slot) || !slot.Photo.IsCompletedSuccessfully) return null;
        slot.UsedAt = Environment.TickCount64;
        return slot.Photo.Result;
    }

    /// <summary>How many photos are held.</summary>
    public int Count => slots.Count;

    /// <summary>Memory that they take with what is kept of them.</summary>
    public long Bytes => slots.Values.Where(s => s.Photo.IsCompletedSuccessfully).Sum(s => s.Photo.Result.Renderer.Bytes);

    public void Close(string content) => slots.TryRemove(content, out _);

    private OpenPhoto Open(PhotoRow photo)
    {
        var path = originals.Find(photo.Hash, photo.Extension, photo.Name);
        var decoded = new PhotoReader(limits).ReadPage(path, photo.Page);
        return new OpenPhoto(decoded, new PhotoRenderer(decoded.Pyramid(), pictures: pictures), path);
    }

    private void Sweep()
    {
        foreach (var slot in slots.Where(s => Environment.TickCount64 - s.Value.UsedAt > Resting.TotalMilliseconds)) slots.TryRemove(slot);
    }

    private void LetGo(string keep)
    {
        var open = slots.Where(s => s.Value.Photo.IsCompletedSuccessfully).OrderBy(s => s.Value.UsedAt).ToList();
        var held = open.Sum(s => s.Value.Photo.Result.Renderer.Bytes);
        foreach (var (hash, slot) in open)
        {
            if (held <= budget) return;
            if (hash == keep) continue;
            held -= slot.Photo.Result.Renderer.Bytes;
            slots.TryRemove(hash, out _);
        }
    }
}
