namespace Yarnwheel.Core.Rendering;

/// <summary>How a mask is laid over a frame.</summary>
/// <param name="Ink">Of the veil.</param>
/// <param name="Strength">Of the veil: 0 … 1.</param>
/// <param name="Stitch">Whether the mask's half-way contour is drawn as a stitch line.</param>
public sealed record Overlay(VeilInk Ink = VeilInk.Both, double Strength = 0.5, bool Stitch = false)
{
    public static Overlay Plain { get; } = new();
}

/// <summary>What the veil is woven of.</summary>
public enum VeilInk
{
    /// <summary>Pale and dark threads: seen on any colour.</summary>
    Both,

    /// <summary>Pale threads alone.</summary>
    Pale,

    /// <summary>Dark threads alone.</summary>
    Dark,
}
