namespace Yarnwheel.Data.Model;

/// <summary>One step in a take's journal. The steps are a tree: one made after going back begins another way, and the old way stays.</summary>
public sealed class StepRow
{
    public int TakeId { get; set; }

    /// <summary>0 for the beginning, which changes nothing; grows with every step that is made.</summary>
    public int Number { get; set; }

    /// <summary>The step it was made on; null for the beginning.</summary>
    public int? Parent { get; set; }

    /// <summary>The step after it that was gone through last: what redo does; null where there is none.</summary>
    public int? Next { get; set; }

    /// <summary>How many steps are in effect once it is made.</summary>
    public int Depth { get; set; }

    /// <summary>What was done, as in "Reach 20 → 34".</summary>
    public required string Label { get; set; }

    /// <summary>What the photographer calls it, or null.</summary>
    public string? Name { get; set; }

    /// <summary>The change, as JSON Patch (RFC 6902).</summary>
    public required string Forward { get; set; }

    /// <summary>What takes it back, as JSON Patch.</summary>
    public required string Inverse { get; set; }

    /// <summary>The recipe as it is after the step, JSON; kept with the beginning and every so many steps, so that none is far from one.</summary>
    public string? Recipe { get; set; }

    /// <summary>The take's revision when it was made; 0 for steps from before this was kept.</summary>
    public long Revision { get; set; }

    public DateTime At { get; set; }
}
