namespace Yarnwheel.Data.Model;

/// <summary>One version of a photo.</summary>
public sealed class TakeRow
{
    public int Id { get; set; }

    public int PhotoId { get; set; }

    public PhotoRow? Photo { get; set; }

    public required string Name { get; set; }

    /// <summary>What the photographer wrote about it.</summary>
    public string Note { get; set; } = "";

    /// <summary>Where it stands among the takes of its photo.</summary>
    public int Place { get; set; }

    /// <summary>When it was removed; it can be brought back for a while. Null for one that is there.</summary>
    public DateTime? RemovedAt { get; set; }

    /// <summary>The recipe as it stands, JSON.</summary>
    public required string Recipe { get; set; }

    /// <summary>The step of the journal that gave the recipe.</summary>
    public int Head { get; set; }

    /// <summary>Grows with every change, undo and redo; an edit names the one it was made on.</summary>
    public long Revision { get; set; }

    public DateTime ChangedAt { get; set; }

    public List<StepRow> Steps { get; set; } = [];
}
