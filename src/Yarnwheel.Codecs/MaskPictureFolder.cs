using System.Collections.Concurrent;
using System.Security.Cryptography;
using NetVips;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Codecs;

/// <summary>Mask pictures in a folder, found by the hash of their files: named by it, or looked through.</summary>
/// <param name="folder">Where the pictures are.</param>
/// <param name="limits">The largest that is read.</param>
public sealed class MaskPictureFolder(string folder, PhotoLimits limits) : IMaskPictures
{
    private const int MostFiles = 500;
    private readonly ConcurrentDictionary<string, string> found = new();

    public GreyPixels? Find(string asset, int width, int height)
    {
        ArgumentNullException.ThrowIfNull(asset);
        var hash = asset[(asset.IndexOf(':', StringComparison.Ordinal) + 1)..];
        var named = Path.Combine(folder, hash + ".png");
        var path = File.Exists(named) ? named : found.GetValueOrDefault(hash) ?? Search(hash);
        return path is null ? null : Read(path, width, height);
    }

    /// <summary>Reads a picture as a mask, fitted to the size of a photo.</summary>
    /// <param name="path">The file.</param>
    /// <param name="width">Of the photo, pixels.</param>
    /// <param name="height">Of the photo, pixels.</param>
    /// <exception cref="UnreadablePhotoException">It is no picture, damaged, or above the limits.</exception>
    public GreyPixels Read(string path, int width, int height)
    {
        try
        {
            using var file = new PhotoReader(limits).Open(path);
            using var opaque = file.HasAlpha() ? file.Flatten() : file.Copy();
            // The values are shares, not light: they are taken as they are written.
            using var grey = opaque.Bands == 1 ? opaque.Copy() : opaque.Colourspace(opaque.Format == Enums.BandFormat.Uchar ? Enums.Interpretation.Bw : Enums.Interpretation.Grey16);
            using var deep = grey.Format == Enums.BandFormat.Uchar ? (grey.Cast(Enums.BandFormat.Ushort) * 257).Cast(Enums.BandFormat.Ushort) : grey.Cast(Enums.BandFormat.Ushort);
            using var memory = deep.CopyMemory();
            using var fitted = memory.Width == width && memory.Height == height ? memory.Copy()
                : memory.Resize((double)width / memory.Width, kernel: Enums.Kernel.Linear, vscale: (double)height / memory.Height)
                    .Gravity(Enums.CompassDirection.Centre, width, height, extend: Enums.Extend.Copy);
            return new GreyPixels(fitted.WriteToMemory<ushort>(), width, height);
        }
        catch (VipsException exception)
        {
            throw new UnreadablePhotoException("The mask picture is damaged or ends too early. Nothing was changed.", exception);
        }
    }

    /// <summary>Makes sure that a file can be a mask of a photo.</summary>
    /// <exception cref="UnreadablePhotoException">It is no PNG, damaged, above the limits, or of another shape.</exception>
    public void Check(string path, int width, int height)
    {
        using (var file = new PhotoReader(limits).Open(path))
        {
            if (PhotoReader.Format(file) != PhotoFormat.Png) throw new UnreadablePhotoException("A mask picture is a PNG; this is another kind of file. Nothing was changed.");
            // A hundredth off is what halving and rounding can do.
            if (Math.Abs(file.Width * (double)height / (file.Height * (double)width) - 1) > 0.01)
                throw new UnreadablePhotoException($"The mask picture has {file.Width} × {file.Height} pixels, the photo {width} × {height}: it must have the photo’s shape. Nothing was changed.");
        }
        Read(path, width, height);
    }

    private string? Search(string hash)
    {
        if (!Directory.Exists(folder)) return null;
        foreach (var path in Directory.EnumerateFiles(folder, "*.png").Order(StringComparer.Ordinal).Take(MostFiles))
        {
            using var file = File.OpenRead(path);
            found[Convert.ToHexStringLower(SHA256.HashData(file))] = path;
        }
        return found.GetValueOrDefault(hash);
    }
}
