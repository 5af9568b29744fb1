namespace Yarnwheel.Data.Model;

/// <summary>One edit in a take's journal.</summary>
public sealed class StepRow
{
    public int TakeId { get; set; }

    /// <summary>1 for the first.</summary>
    public int Number { get; set; }

    /// <summary>What was done, as in "Reach 20 → 34".</summary>
    public required string Label { get; set; }

    /// <summary>The change, as JSON Patch (RFC 6902).</summary>
    public required string Forward { get; set; }

    /// <summary>What takes it back, as JSON Patch.</summary>
    public required string Inverse { get; set; }

    public DateTime At { get; set; }
}
