using System.Security.Cryptography;
using Yarnwheel.Core;

namespace Yarnwheel.Data.Store;

/// <summary>The originals, each stored once under its content's hash and never written again.</summary>
public sealed class OriginalStore(DataFolder folder)
{
    /// <summary>Where the original is; it may be missing.</summary>
    public string PathOf(string hash, string extension) => Path.Combine(folder.Originals, hash[..2], hash + extension);

    /// <summary>Where the original is.</summary>
    /// <exception cref="YarnwheelException">It is not there any more.</exception>
    public string Find(string hash, string extension, string name)
    {
        var path = PathOf(hash, extension);
        return File.Exists(path) ? path : throw new YarnwheelException(
            $"The original of {name} is missing from the store. Its takes are kept; add the same file again and they work as before.");
    }

    /// <summary>Copies a stream into a file of the incoming folder, counting and hashing on the way.</summary>
    /// <param name="source">What comes in.</param>
    /// <param name="limit">Most bytes taken.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>The file and its hash; the caller removes the file or moves it in.</returns>
    /// <exception cref="YarnwheelException">More than the limit came, or the disk is full.</exception>
    public async Task<(string Path, string Hash, long Bytes)> ReceiveAsync(Stream source, long limit, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(source);
        var path = Path.Combine(folder.Incoming, Guid.NewGuid().ToString("N"));
        try
        {
            using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            var total = 0L;
            await using (var file = new FileStream(path, FileMode.CreateNew, FileAccess.Write, FileShare.None, 1 << 17, useAsync: true))
            {
                var buffer = new byte[1 << 17];
                int read;
                while ((read = await source.ReadAsync(buffer, cancel)) > 0)
                {
                    total += read;
                    if (total > limit) throw new YarnwheelException($"The file is larger than {limit / 1_000_000} MB, the limit. Nothing was added.");
                    hash.AppendData(buffer, 0, read);
                    await file.WriteAsync(buffer.AsMemory(0, read), cancel);
                }
                file.Flush(flushToDisk: true);
            }
            return (path, Convert.ToHexStringLower(hash.GetHashAndReset()), total);
        }
        catch (IOException exception) when (DiskFullException.IsSaidBy(exception))
        {
            File.Delete(path);
            throw new DiskFullException("There is no room left on the disk of the data folder. Nothing was added.", exception);
        }
        catch
        {
            File.Delete(path);
            throw;
        }
    }

    /// <summary>Takes a received file in as an original; does nothing to one that is there already.</summary>
    public void Keep(string received, string hash, string extension)
    {
        var path = PathOf(hash, extension);
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        if (!OperatingSystem.IsWindows()) File.SetUnixFileMode(received, UnixFileMode.UserRead | UnixFileMode.GroupRead);
        try
        {
            File.Move(received, path);
        }
        catch (IOException) when (File.Exists(path))
        {
            // It is there already, or the same file came twice at once: what has this hash has this content.
            File.Delete(received);
        }
    }

    /// <summary>Removes an original whose last photo is gone.</summary>
    public void Remove(string hash, string extension) => File.Delete(PathOf(hash, extension));

    /// <summary>Removes whatever was taken in under a hash that no photo has.</summary>
    public void RemoveAll(string hash)
    {
        var place = Path.GetDirectoryName(PathOf(hash, ".x"))!;
        if (!Directory.Exists(place)) return;
        foreach (var file in Directory.EnumerateFiles(place, hash + ".*")) File.Delete(file);
    }
}
