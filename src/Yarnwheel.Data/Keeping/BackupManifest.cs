using System.Security.Cryptography;
using System.Text.Json;
using Yarnwheel.Core;

namespace Yarnwheel.Data.Keeping;

/// <summary>A file of a backup.</summary>
/// <param name="Path">From the backup's folder on, with forward slashes.</param>
/// <param name="Sha256">Of its content, hexadecimal.</param>
/// <param name="Bytes">Its length.</param>
public sealed record BackupFile(string Path, string Sha256, long Bytes);

/// <summary>What a backup holds: manifest.json, written last.</summary>
/// <param name="Version">Of this format.</param>
/// <param name="CreatedAt">When it was made, UTC.</param>
/// <param name="Photos">How many there were.</param>
/// <param name="Files">All of them.</param>
public sealed record BackupManifest(int Version, DateTime CreatedAt, int Photos, IReadOnlyList<BackupFile> Files)
{
    public const int Current = 1;
    public const string FileName = "manifest.json";

    /// <summary>How the name of the accounts' database begins.</summary>
    public const string People = "people-";

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { WriteIndented = true };

    /// <summary>Of a backup's folder; null where there is none, or one that can't be read.</summary>
    public static BackupManifest? Find(string folder)
    {
        var path = Path.Combine(folder, FileName);
        if (!File.Exists(path)) return null;
        try
        {
            return JsonSerializer.Deserialize<BackupManifest>(File.ReadAllBytes(path), Json);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    /// <summary>Of a backup's folder.</summary>
    /// <exception cref="YarnwheelException">There is no backup that can be used.</exception>
    public static BackupManifest Read(string folder) => Find(folder) switch
    {
        null => throw new YarnwheelException($"There is no backup in {folder}: its {FileName} is missing or can’t be read. Nothing was changed."),
        { Version: > Current } newer => throw new YarnwheelException($"The backup was made by a newer Yarnwheel (format {newer.Version}). Nothing was changed."),
        var manifest => manifest,
    };

    public byte[] ToBytes() => JsonSerializer.SerializeToUtf8Bytes(this, Json);

    /// <summary>Checks every file against its hash.</summary>
    /// <exception cref="YarnwheelException">One is missing or was changed; says which.</exception>
    public void Check(string folder, IProgress<double>? progress, CancellationToken cancel)
    {
        for (var k = 0; k < Files.Count; k++)
        {
            cancel.ThrowIfCancellationRequested();
            var file = Files[k];
            var path = PathIn(folder, file.Path);
            if (!File.Exists(path)) throw new YarnwheelException($"The backup is not whole: {file.Path} is missing. Nothing was changed.");
            if (new FileInfo(path).Length != file.Bytes || HashOf(path) != file.Sha256) throw new YarnwheelException($"The backup is damaged: {file.Path} is not what was saved. Nothing was changed.");
            progress?.Report((k + 1.0) / Files.Count);
        }
    }

    /// <summary>A file's place; never outside the folder.</summary>
    public static string PathIn(string folder, string path)
    {
        var root = Path.GetFullPath(folder) + Path.DirectorySeparatorChar;
        var full = Path.GetFullPath(Path.Combine(root, path.Replace('/', Path.DirectorySeparatorChar)));
        return full.StartsWith(root, StringComparison.Ordinal) ? full : throw new YarnwheelException($"The backup names a file outside its folder: {path}. Nothing was changed.");
    }

    internal static string HashOf(string path)
    {
        using var file = File.OpenRead(path);
        return Convert.ToHexStringLower(SHA256.HashData(file));
    }
}
