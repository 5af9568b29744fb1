using System.Runtime.CompilerServices;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks;

/// <summary>Turns distances to shades into a mask.</summary>
public static class Likeness
{
    /// <summary>1 up to the reach, easing to 0 over the fade (Hermite).</summary>
    /// <param name="distance">OKLab distance.</param>
    /// <param name="reach">OKLab distance.</param>
    /// <param name="fade">OKLab distance; 0 makes a hard step.</param>
    public static float Step(float distance, float reach, float fade) => Step(Lanes1.Of(distance), Lanes1.Of(reach), Lanes1.Of(fade)).Value;

    /// <summary>How far a colour is on the side of the kept shades: the nearer side wins, softly; one half where both are equally near.</summary>
    /// <param name="keep">Distance to the nearest kept shade.</param>
    /// <param name="leave">Distance to the nearest shade to be left out.</param>
    /// <param name="fade">OKLab distance.</param>
    public static float Side(float keep, float leave, float fade) => Side(Lanes1.Of(keep), Lanes1.Of(leave), Lanes1.Of(0.01f + 0.25f * fade)).Value;

    /// <summary>The mask of a run of pixels.</summary>
    /// <param name="keep">Distances to the kept shades.</param>
    /// <param name="leave">Distances to those to be left out; empty for none.</param>
    /// <param name="reach">OKLab distance.</param>
    /// <param name="fade">OKLab distance.</param>
    /// <param name="mask">0 … 1.</param>
    public static void Row(ReadOnlySpan<float> keep, ReadOnlySpan<float> leave, float reach, float fade, Span<float> mask) =>
        LaneLoop.Over(new Kernel(keep, leave, reach, fade, mask), mask.Length);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static T Step<T>(T distance, T reach, T fade) where T : struct, ILanes<T>
    {
        var t = LaneMath.Clamp((distance - reach) / T.Max(fade, T.Of(1e-9f)), T.Of(0), T.Of(1));
        return T.Of(1) - t * t * (T.Of(3) - T.Of(2) * t);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static T Side<T>(T keep, T leave, T width) where T : struct, ILanes<T>
    {
        var t = LaneMath.Clamp((leave - keep) / (T.Of(2) * width) + T.Of(0.5f), T.Of(0), T.Of(1));
        return t * t * (T.Of(3) - T.Of(2) * t);
    }

    private readonly ref struct Kernel(ReadOnlySpan<float> keep, ReadOnlySpan<float> leave, float reach, float fade, Span<float> mask) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> keep = keep;
        private readonly ReadOnlySpan<float> leave = leave;
        private readonly float reach = reach;
        private readonly float fade = fade;
        private readonly Span<float> mask = mask;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var near = keep.Load<T>(i);
                var value = Step(near, T.Of(reach), T.Of(fade));
                if (!leave.IsEmpty) value *= Side(near, leave.Load<T>(i), T.Of(0.01f + 0.25f * fade));
                mask.Save(i, value);
            }
        }
    }
}
