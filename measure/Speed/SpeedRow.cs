namespace Yarnwheel.Measure.Speed;

/// <summary>A line of the table.</summary>
/// <param name="Work">What was done.</param>
/// <param name="Peer">What it is measured against, and its time in the same run.</param>
/// <param name="Measured">What was measured.</param>
/// <param name="Goal">In words.</param>
/// <param name="Share">Measured over goal: 1 is just reached; null where there is no goal.</param>
internal sealed record SpeedRow(string Work, string Peer, string Measured, string Goal, double? Share)
{
    /// <summary>The least and the most of the share in several runs; null for one.</summary>
    public (double Least, double Most)? Range { get; init; }

    public string Verdict => (Share switch { null => "–", <= 1 => "✓", { } share => $"{share:F1} × the goal" }) + (Range is var (least, most) ? $" ({least:F1} to {most:F1})" : "");

    /// <summary>Of the same row in several runs the one in the middle, with the ends.</summary>
    public static SpeedRow Middle(IReadOnlyList<SpeedRow> runs)
    {
        SpeedRow[] sorted = [.. runs.OrderBy(r => r.Share)];
        var middle = sorted[sorted.Length / 2];
        return sorted.Length > 1 && middle.Share is not null ? middle with { Range = (sorted[0].Share!.Value, sorted[^1].Share!.Value) } : middle;
    }

    public override string ToString() => $"| {Work} | {Peer} | {Measured} | {Goal} | {Verdict} |";
}
