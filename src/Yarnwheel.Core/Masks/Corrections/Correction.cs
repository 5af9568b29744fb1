using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Readings;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Corrections;

/// <summary>A stroke drawn after an answer, with all that it is judged by. What is on its side stays there, whatever it takes along.</summary>
/// <param name="Picture">That is cut.</param>
/// <param name="Ground">What the gesture says with it.</param>
/// <param name="Before">The answer that it corrects.</param>
/// <param name="Stroke">Its middle.</param>
internal sealed record Correction(CutPicture Picture, GestureGround Ground, SuperpixelCut Before, CorrectingStroke Stroke)
{
    /// <summary>Whether what it takes along comes inside.</summary>
    public bool IsAdding => Stroke.Side > 0;

    /// <summary>The superpixels that it touches.</summary>
    public int[] Touched { get; } = [.. Stroke.Touched];

    /// <summary>The cheapest way from it to each superpixel, differences of OKLab.</summary>
    public float[] Ways { get; } = NearnessLogOdds.Ways(Picture, Stroke.Touched);

    /// <summary>Of each superpixel, whether it was on the stroke's side already.</summary>
    public bool[] IsWith { get; } = [.. Before.IsInside.Select(i => i == Stroke.Side > 0)];

    /// <summary>Size of the box, pixels of the half picture.</summary>
    public float Area => MathF.Max(1, Ground.Box.Width * Ground.Box.Height / 4f);

    /// <summary>Of the box, pixels of the half picture.</summary>
    public float Diagonal => float.Hypot(Ground.Box.Width, Ground.Box.Height) / 2;

    /// <summary>The superpixels that may go with it: they were on the other side, and nothing was told of them.</summary>
    public int[] Open() => [.. Enumerable.Range(0, IsWith.Length).Where(k => Ground.Marked.Sides[k] == 0 && !IsWith[k])];

    /// <summary>Whether a stroke, or what lies beyond the box, tells that a superpixel is on the other side.</summary>
    public bool IsAgainst(int superpixel) => Ground.Marked.Seeds[superpixel] == -Stroke.Side;
}
