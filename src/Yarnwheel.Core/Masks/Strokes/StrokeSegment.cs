namespace Yarnwheel.Core.Masks.Strokes;

/// <summary>A straight piece of a stroke on the screen: radius and flow run evenly from its beginning to its end.</summary>
/// <param name="X">Its beginning, screen pixels.</param>
/// <param name="Y">Its beginning, screen pixels.</param>
/// <param name="AcrossX">The way to its end.</param>
/// <param name="AcrossY">The way to its end.</param>
/// <param name="Radius">At the beginning, screen pixels.</param>
/// <param name="RadiusChange">Until the end.</param>
/// <param name="Flow">At the beginning, 0 … 1.</param>
/// <param name="FlowChange">Until the end.</param>
/// <param name="Shade">The colour that it clings to, its lightness scaled; ignored where the stroke does not cling.</param>
internal readonly record struct StrokeSegment(float X, float Y, float AcrossX, float AcrossY, float Radius, float RadiusChange, float Flow, float FlowChange, Shade Shade)
{
    /// <summary>How far from the segment it may paint, screen pixels.</summary>
    public float Extent => MathF.Max(Radius, Radius + RadiusChange) + 1;

    public float Left => MathF.Min(X, X + AcrossX) - Extent;

    public float Right => MathF.Max(X, X + AcrossX) + Extent;

    public float Top => MathF.Min(Y, Y + AcrossY) - Extent;

    public float Bottom => MathF.Max(Y, Y + AcrossY) + Extent;
}
