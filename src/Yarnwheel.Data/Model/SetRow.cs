namespace Yarnwheel.Data.Model;

/// <summary>A group of photos; a photo can be in several.</summary>
public sealed class SetRow
{
    public int Id { get; set; }

    public required string Name { get; set; }

    public List<PhotoRow> Photos { get; set; } = [];
}
