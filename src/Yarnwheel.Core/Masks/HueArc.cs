using System.Runtime.CompilerServices;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Lanes;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks;

/// <summary>Weights each colour by whether its hue lies in an arc, or by the amount given to its hue.</summary>
/// <remarks>1 within the arc, easing to 0 over the fade on either side (Hermite); times a step over chroma that rises
/// from 0 at half the lowest chroma to 1 at one and a half times it. Amounts run round the wheel by the curve of <see cref="WheelCurve"/>.</remarks>
internal sealed class HueArc(HuePart part)
{
    private readonly float middle = (float)((part.From + Width(part) / 2) % 360);
    private readonly float halfWidth = (float)(Width(part) / 2);
    private readonly float fade = (float)part.Fade;
    private readonly float least = (float)(part.MinChroma / 100);
    private readonly WheelCurve? amounts = part.Amounts is { Length: > 0 } list ? new WheelCurve(list.Select(h => new Spoke { Hue = h.Hue, Lift = h.Amount })) : null;

    /// <summary>The mask of a run of pixels.</summary>
    /// <param name="turn">Their hues in turns, 0 … 1.</param>
    /// <param name="a">OKLab a.</param>
    /// <param name="b">OKLab b.</param>
    /// <param name="mask">0 … 1.</param>
    public void Row(ReadOnlySpan<float> turn, ReadOnlySpan<float> a, ReadOnlySpan<float> b, Span<float> mask) =>
        LaneLoop.Over(new Kernel(this, turn, a, b, mask), mask.Length);

    /// <summary>The mask of one colour.</summary>
    /// <param name="hue">Degrees.</param>
    /// <param name="chroma">OKLab chroma.</param>
    public float At(float hue, float chroma) => At(Lanes1.Of(hue), Lanes1.Of(chroma)).Value;

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private T At<T>(T hue, T chroma) where T : struct, ILanes<T>
    {
        T zero = T.Of(0), one = T.Of(1);
        var gate = least <= 0 ? one : Smooth((chroma - T.Of(0.5f * least)) * T.Of(1 / least));
        if (amounts is not null) return gate * LaneMath.Clamp(amounts.AtTurn(hue * T.Of(1 / 360f)), zero, one);
        var apart = hue - T.Of(middle);
        apart = T.Max(apart, zero - apart);
        apart = T.Min(apart, T.Of(360) - apart) - T.Of(halfWidth);
        return gate * (one - Smooth(apart / T.Of(MathF.Max(fade, 1e-6f))));
    }

    /// <summary>Of the arc, upwards from its beginning to its end, degrees.</summary>
    private static double Width(HuePart part)
    {
        var width = part.To - part.From;
        return width < 0 ? width + 360 : width;
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static T Smooth<T>(T t) where T : struct, ILanes<T>
    {
        t = LaneMath.Clamp(t, T.Of(0), T.Of(1));
        return t * t * (T.Of(3) - T.Of(2) * t);
    }

    private readonly ref struct Kernel(HueArc arc, ReadOnlySpan<float> turn, ReadOnlySpan<float> a, ReadOnlySpan<float> b, Span<float> mask) : ILaneKernel
    {
        private readonly HueArc arc = arc;
        private readonly ReadOnlySpan<float> turn = turn;
        private readonly ReadOnlySpan<float> a = a;
        private readonly ReadOnlySpan<float> b = b;
        private readonly Span<float> mask = mask;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
                mask.Save(i, arc.At(turn.Load<T>(i) * T.Of(360), OkLab.Chroma(a.Load<T>(i), b.Load<T>(i))));
        }
    }
}
