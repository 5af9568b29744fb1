namespace Yarnwheel.Data.Model;

/// <summary>A photo on the Shelf.</summary>
public sealed class PhotoRow
{
    public int Id { get; set; }

    /// <summary>Name of the one it belongs to; empty for what was added where nobody signs in.</summary>
    public string Owner { get; set; } = "";

    /// <summary>SHA-256 of the original, 64 hexadecimal digits.</summary>
    public required string Hash { get; set; }

    /// <summary>Which page or frame of the original it is, from 0.</summary>
    public int Page { get; set; }

    /// <summary>How many the original has.</summary>
    public int Pages { get; set; } = 1;

    /// <summary>Stands for what the photo shows: the hash, and the page where it is not the first.</summary>
    public string Content => ContentOf(Hash, Page);

    /// <inheritdoc cref="Content"/>
    public static string ContentOf(string hash, int page) => page == 0 ? hash : string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{hash}-{page}");

    /// <summary>The name it came with, without its extension.</summary>
    public required string Name { get; set; }

    /// <summary>With the dot.</summary>
    public required string Extension { get; set; }

    public int Width { get; set; }

    public int Height { get; set; }

    public int Bits { get; set; }

    public long Bytes { get; set; }

    public DateTime AddedAt { get; set; }

    /// <summary>Whether the photographer likes it.</summary>
    public bool Liked { get; set; }

    /// <summary>The take that is the photo's; null where none was chosen.</summary>
    public int? ChosenTakeId { get; set; }

    public List<TakeRow> Takes { get; set; } = [];

    public List<SetRow> Sets { get; set; } = [];
}
