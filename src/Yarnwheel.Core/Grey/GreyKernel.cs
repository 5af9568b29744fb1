using System.Runtime.CompilerServices;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Grey;

/// <summary>Turns rows of lightness and hue into the linear light of their greys.</summary>
internal static class GreyKernel
{
    /// <summary>The cube of each lightness.</summary>
    public static void Flat(ReadOnlySpan<float> lightness, Span<float> grey) => LaneLoop.Over(new FlatKernel(lightness, grey), grey.Length);

    /// <summary>The cube of each lightness after the lift that its hue and chroma give it (<see cref="GreyConversion.Lift"/>).</summary>
    /// <param name="lightness">OKLab L of the base grey.</param>
    /// <param name="turn">Hues in turns, 0 … 1.</param>
    /// <param name="weight">How much of the lift each gets.</param>
    /// <param name="curve">Of the wheel.</param>
    /// <param name="grey">Receives linear light.</param>
    public static void Lifted(ReadOnlySpan<float> lightness, ReadOnlySpan<float> turn, ReadOnlySpan<float> weight, WheelCurve curve, Span<float> grey)
    {
        // Which of the two is asked once a row: a choice within the loop costs as much as the work.
        if (curve.Pieces is { } pieces) LaneLoop.Over(new LiftedKernel(lightness, turn, weight, pieces, grey), grey.Length);
        else LaneLoop.Over(new TabledKernel(lightness, turn, weight, curve, grey), grey.Length);
    }

    /// <summary>Hue, and weight of the lift, of each colour.</summary>
    /// <param name="a">OKLab a.</param>
    /// <param name="b">OKLab b.</param>
    /// <param name="turn">Receives hues in turns, 0 … 1.</param>
    /// <param name="weight">Receives the weights, gain included.</param>
    public static void Hues(ReadOnlySpan<float> a, ReadOnlySpan<float> b, Span<float> turn, Span<float> weight) =>
        LaneLoop.Over(new HueKernel(a, b, turn, weight), turn.Length);

    /// <summary>Adds a lift to a lightness; held softly within 0 … 1.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static T Lift<T>(T lightness, T lift) where T : struct, ILanes<T>
    {
        var zero = T.Of(0);
        var room = T.WhereAbove(lift, zero, T.Max(T.Of(1) - lightness, zero), lightness);
        var room2 = room * room;
        var lift2 = lift * lift;
        var sum = T.MulAdd(room2, room2, lift2 * lift2);
        var moved = T.Max(T.MulAdd(lift, room * LaneMath.InverseFourthRoot(sum), lightness), zero);
        return T.WhereAbove(sum, T.Of(1e-30f), moved, lightness);
    }

    private readonly ref struct FlatKernel(ReadOnlySpan<float> lightness, Span<float> grey) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> lightness = lightness;
        private readonly Span<float> grey = grey;

        public static bool InPairs => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var l = lightness.Load<T>(i);
                grey.Save(i, l * l * l);
            }
        }
    }

    private readonly ref struct LiftedKernel(ReadOnlySpan<float> lightness, ReadOnlySpan<float> turn, ReadOnlySpan<float> weight, CurvePieces curve, Span<float> grey) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> lightness = lightness;
        private readonly ReadOnlySpan<float> turn = turn;
        private readonly ReadOnlySpan<float> weight = weight;
        private readonly CurvePieces curve = curve;
        private readonly Span<float> grey = grey;

        public static bool InPairs => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var l = Lift(lightness.Load<T>(i), curve.At(turn.Load<T>(i)) * weight.Load<T>(i));
                grey.Save(i, l * l * l);
            }
        }
    }

    private readonly ref struct TabledKernel(ReadOnlySpan<float> lightness, ReadOnlySpan<float> turn, ReadOnlySpan<float> weight, WheelCurve curve, Span<float> grey) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> lightness = lightness;
        private readonly ReadOnlySpan<float> turn = turn;
        private readonly ReadOnlySpan<float> weight = weight;
        private readonly WheelCurve curve = curve;
        private readonly Span<float> grey = grey;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var l = Lift(lightness.Load<T>(i), curve.AtTurn(turn.Load<T>(i)) * weight.Load<T>(i));
                grey.Save(i, l * l * l);
            }
        }
    }

    private readonly ref struct HueKernel(ReadOnlySpan<float> a, ReadOnlySpan<float> b, Span<float> turn, Span<float> weight) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> a = a;
        private readonly ReadOnlySpan<float> b = b;
        private readonly Span<float> turn = turn;
        private readonly Span<float> weight = weight;

        public static bool InPairs => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                T va = a.Load<T>(i), vb = b.Load<T>(i);
                var chroma = OkLab.Chroma(va, vb);
                turn.Save(i, OkLab.Turn(va, vb));
                weight.Save(i, chroma * chroma / (chroma + T.Of(GreyConversion.Onset)) * T.Of(GreyConversion.Gain));
            }
        }
    }
}
