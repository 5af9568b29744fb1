namespace Yarnwheel.Core.Rendering;

/// <summary>How far picked shades reach in a photo.</summary>
/// <param name="Reach">The reach that suits it, OKLab distance × 100.</param>
/// <param name="Fade">The fade that goes with it, OKLab distance × 100.</param>
/// <param name="Shares">Of each hundredth of OKLab, from 0 on: which share of the photo lies so far from the shades, 0 … 1.</param>
public sealed record ReachReading(double Reach, double Fade, IReadOnlyList<double> Shares);
