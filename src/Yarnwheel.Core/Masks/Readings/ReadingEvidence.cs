using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Readings;

/// <summary>What speaks for a reading of a gesture, judged on superpixels.</summary>
/// <param name="Clear">How clear its contour is on average, 0 … 1.</param>
/// <param name="Weak">Share of its contour where the picture hardly changes.</param>
/// <param name="InsideUsual">How usual what is inside is among what is told to be outside, 0 … 1.</param>
/// <param name="LeftUsual">The same of what is left out within the box: high where the surroundings explain all of it.</param>
/// <param name="Area">Of what is inside, pixels of the half picture.</param>
/// <param name="Excess">The most that the gap to one side of the box exceeds half as much again as the gaps are for the most part, as a share of the box.</param>
/// <param name="Agreement">What the colours say of what is inside, natural logarithm of the odds a pixel, by the reading's own models; 0 where strokes say what is inside.</param>
internal sealed record ReadingEvidence(float Clear, float Weak, float InsideUsual, float LeftUsual, float Area, float Excess, float Agreement)
{
    /// <summary>Neighbours that are more alike than this are no edge.</summary>
    private const float NoEdge = 0.5f;

    /// <param name="picture">That was cut.</param>
    /// <param name="ground">What the gesture says.</param>
    /// <param name="cut">The reading.</param>
    public static ReadingEvidence Of(CutPicture picture, GestureGround ground, SuperpixelCut cut)
    {
        var (inside, usual) = (cut.IsInside, ground.Usual);
        var says = picture.Shares.Summed(cut.LogOdds);
        float contour = 1e-3f, clear = 0, weak = 0;
        foreach (var border in picture.Borders)
        {
            if (inside[border.A] == inside[border.B]) continue;
            var affinity = border.Hold / border.Length;
            contour += border.Length;
            clear += border.Length * (1 - affinity);
            if (affinity > NoEdge) weak += border.Length;
        }
        float area = 1e-3f, left = 1e-3f, insideUsual = 0, leftUsual = 0, agreed = 0;
        for (var k = 0; k < inside.Length; k++)
        {
            if (ground.Marked.IsBeyond[k]) continue;
            float size = picture.Sizes[k];
            if (inside[k])
            {
                area += size;
                insideUsual += size * usual[k];
                agreed += says[k];
            }
            else
            {
                left += size;
                leftUsual += size * usual[k];
            }
        }
        return new ReadingEvidence(clear / contour, weak / contour, insideUsual / area, leftUsual / left, area, ExcessOf(picture, ground, inside), ground.Marked.HasStrokes ? 0 : agreed / area);
    }

    /// <summary>How unevenly a subject fills its box (<see cref="Excess"/>).</summary>
    public static float ExcessOf(CutPicture picture, GestureGround ground, bool[] inside)
    {
        float left = float.MaxValue, right = 0, top = float.MaxValue, bottom = 0;
        for (var k = 0; k < inside.Length; k++)
        {
            if (!inside[k]) continue;
            var at = picture.Centres[k];
            (left, right, top, bottom) = (MathF.Min(left, at.X), MathF.Max(right, at.X), MathF.Min(top, at.Y), MathF.Max(bottom, at.Y));
        }
        if (right < left) return 1;
        var box = ground.Box;
        float across = MathF.Max(1, box.Width / 2f), down = MathF.Max(1, box.Height / 2f);
        float[] gaps = [left - box.X / 2f, box.Right / 2f - right, top - box.Y / 2f, box.Bottom / 2f - bottom], ordered = [.. gaps.Order()];
        var most = 1.5f * (ordered[1] + ordered[2]) / 2;
        return MathF.Max(0, MathF.Max((MathF.Max(gaps[0], gaps[1]) - most) / across, (MathF.Max(gaps[2], gaps[3]) - most) / down));
    }
}
