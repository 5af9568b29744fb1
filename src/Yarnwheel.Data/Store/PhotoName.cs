using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Saving;

namespace Yarnwheel.Data.Store;

/// <summary>Makes names that are safe to show and to save under.</summary>
public static class PhotoName
{
    private const int Longest = 100;

    /// <summary>A photo's name from a file name: no folders, no extension, no control or reserved characters.</summary>
    public static string Of(string fileName)
    {
        ArgumentNullException.ThrowIfNull(fileName);
        var last = fileName.Replace('\\', '/').Split('/')[^1];
        var dot = last.LastIndexOf('.');
        if (dot > 0) last = last[..dot];
        // Reserved in file names on one system or another; the angle brackets are markup as well.
        var clean = new string(last.Select(c => FileName.IsForbidden(c) ? '-' : c).ToArray()).Trim(' ', '.');
        if (clean.Length > Longest) clean = clean[..Longest].TrimEnd();
        return clean.Length == 0 ? "photo" : clean;
    }

    /// <summary>A name for another page of a photo's file.</summary>
    /// <param name="name">The photo's.</param>
    /// <param name="from">The photo's page, from 0.</param>
    /// <param name="to">The other page, from 0.</param>
    public static string OfPage(string name, int from, int to)
    {
        ArgumentNullException.ThrowIfNull(name);
        var ending = string.Create(System.Globalization.CultureInfo.InvariantCulture, $", page {from + 1}");
        var bare = from > 0 && name.EndsWith(ending, StringComparison.Ordinal) ? name[..^ending.Length] : name;
        return to == 0 ? bare : string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{bare}, page {to + 1}");
    }

    public static string Extension(PhotoFormat format) => format switch
    {
        PhotoFormat.Jpeg => ".jpg",
        PhotoFormat.Png => ".png",
        PhotoFormat.Tiff => ".tif",
        PhotoFormat.Webp => ".webp",
        PhotoFormat.Dng => ".dng",
        _ => ".avif",
    };
}
