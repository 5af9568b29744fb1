namespace Yarnwheel.Measure.Speed;

/// <summary>A line of the table.</summary>
/// <param name="Work">What was done.</param>
/// <param name="Peer">What it is measured against, and its time in the same run.</param>
/// <param name="Measured">What was measured.</param>
/// <param name="Goal">In words.</param>
/// <param name="Share">Measured over goal: 1 is just reached; null where there is no goal.</param>
internal sealed record SpeedRow(string Work, string Peer, string Measured, string Goal, double? Share)
{
    public string Verdict => Share is not { } share ? "–" : share <= 1 ? "✓" : $"{share:F1} × the goal";

    public override string ToString() => $"| {Work} | {Peer} | {Measured} | {Goal} | {Verdict} |";
}
