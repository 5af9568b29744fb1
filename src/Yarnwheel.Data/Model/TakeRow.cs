namespace Yarnwheel.Data.Model;

/// <summary>One version of a photo.</summary>
public sealed class TakeRow
{
    public int Id { get; set; }

    public int PhotoId { get; set; }

    public PhotoRow? Photo { get; set; }

    public required string Name { get; set; }

    /// <summary>The recipe as it stands, JSON.</summary>
    public required string Recipe { get; set; }

    /// <summary>How many steps of the journal are in effect; those above it can be redone.</summary>
    public int Head { get; set; }

    /// <summary>Grows with every change, undo and redo; an edit names the one it was made on.</summary>
    public long Revision { get; set; }

    public DateTime ChangedAt { get; set; }

    public List<StepRow> Steps { get; set; } = [];
}
