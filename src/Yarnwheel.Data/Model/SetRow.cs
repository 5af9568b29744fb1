namespace Yarnwheel.Data.Model;

/// <summary>A group of photos; a photo can be in several.</summary>
public sealed class SetRow
{
    public int Id { get; set; }

    public required string Name { get; set; }

    /// <summary>Name of the one it belongs to; empty for what was made where nobody signs in.</summary>
    public string Owner { get; set; } = "";

    public List<ShareRow> Shares { get; set; } = [];

    public List<PhotoRow> Photos { get; set; } = [];
}
