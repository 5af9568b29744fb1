namespace Yarnwheel.Data.Model;

/// <summary>A photo on the Shelf.</summary>
public sealed class PhotoRow
{
    public int Id { get; set; }

    /// <summary>SHA-256 of the original, 64 hexadecimal digits.</summary>
    public required string Hash { get; set; }

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
