using System.Runtime.CompilerServices;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Colour;

/// <summary>Brings colours that a device can't show inside its gamut, hue kept.</summary>
/// <remarks>In OKLab, on the plane of the colour's own hue. A colour that is too strong for its lightness loses chroma until it fits, and keeps its lightness: more chroma
/// never gives less. One that is lighter than the strongest colour of its hue (the cusp) is drawn towards the grey of the cusp's lightness, so that what gets brighter
/// pales by and by instead of turning white at once (B. Ottosson, "sRGB gamut clipping", 2021: the projections to constant lightness, and to the cusp's).
/// Colours inside stay exactly as they are.</remarks>
public sealed class Gamut
{
    private const int Hues = 512;
    private const int Halvings = 18;

    /// <summary>What is farther out than this is outside; nearer, it is cut off.</summary>
    private const float Slack = 2e-6f;

    /// <summary>The darkest channel may go so far below 0, as a share of the brightest, before it counts: beside the corners the way grazes the gamut, and where exactly
    /// it leaves would be a matter of rounding. Cut off afterwards, it turns the hue by less than 0.1°.</summary>
    private const float Graze = 5e-4f;

    /// <summary>Linear light of the device from linear light of sRGB primaries.</summary>
    private readonly float[] matrix;

    /// <summary>Lightness of the strongest colour of each hue, round the circle and once more the first.</summary>
    private readonly float[] cusps = new float[Hues + 2];

    /// <summary>Chroma for each lightness of the most saturated colours of each hue; they lie on a straight line from black, up to the cusp.</summary>
    private readonly float[] strongest = new float[Hues + 2];

    /// <param name="fromSrgb">Linear light of the device from linear light of sRGB primaries, three rows of three; white stays white.</param>
    public Gamut(IReadOnlyList<float> fromSrgb)
    {
        matrix = [.. fromSrgb];
        for (var k = 0; k < Hues; k++)
        {
            var turn = 2 * Math.PI * k / Hues;
            (cusps[k], strongest[k]) = CuspOf((float)Math.Cos(turn), (float)Math.Sin(turn));
        }
        foreach (var table in (float[][])[cusps, strongest]) (table[Hues], table[Hues + 1]) = (table[0], table[1]);
    }

    /// <summary>That of a display with sRGB primaries.</summary>
    public static Gamut Srgb { get; } = new([1, 0, 0, 0, 1, 0, 0, 0, 1]);

    /// <summary>Fits one colour.</summary>
    /// <param name="red">Linear light of sRGB primaries, any.</param>
    /// <param name="green">Linear light of sRGB primaries, any.</param>
    /// <param name="blue">Linear light of sRGB primaries, any.</param>
    /// <returns>Linear light of the device, 0 … 1.</returns>
    public (float Red, float Green, float Blue) Fit(float red, float green, float blue)
    {
        var (r, g, b) = Fit(Lanes1.Of(red), Lanes1.Of(green), Lanes1.Of(blue));
        return (r.Value, g.Value, b.Value);
    }

    /// <summary>Fits colours, in lanes.</summary>
    internal (T Red, T Green, T Blue) Fit<T>(T red, T green, T blue) where T : struct, ILanes<T>
    {
        var (r, g, b) = ToDevice(red, green, blue);
        return IsInside(r, g, b) ? Clamped(r, g, b) : Drawn(red, green, blue, r, g, b);
    }

    /// <summary>Fits colours for sRGB, in lanes; those inside cost no more than looking at them.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static (T Red, T Green, T Blue) FitSrgb<T>(T red, T green, T blue) where T : struct, ILanes<T> =>
        IsInside(red, green, blue) ? (red, green, blue) : Srgb.Drawn(red, green, blue, red, green, blue);

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static bool IsInside<T>(T r, T g, T b) where T : struct, ILanes<T> => !T.AnyAbove(Outside(r, g, b), T.Of(Slack));

    /// <summary>How far the farthest channel lies outside 0 … 1; below 0 inside.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static T Outside<T>(T r, T g, T b) where T : struct, ILanes<T> =>
        T.Max(T.Max(r, T.Max(g, b)) - T.Of(1), T.Of(0) - T.Min(r, T.Min(g, b)));

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static (T, T, T) Clamped<T>(T r, T g, T b) where T : struct, ILanes<T> =>
        (LaneMath.Clamp(r, T.Of(0), T.Of(1)), LaneMath.Clamp(g, T.Of(0), T.Of(1)), LaneMath.Clamp(b, T.Of(0), T.Of(1)));

    [MethodImpl(MethodImplOptions.NoInlining)]
    private (T, T, T) Drawn<T>(T red, T green, T blue, T r, T g, T b) where T : struct, ILanes<T>
    {
        T zero = T.Of(0), one = T.Of(1);
        var outside = Outside(r, g, b);
        var (l, a, bb) = OkLab.FromLinear(red, green, blue);
        // Towards the grey of its own lightness, or of the cusp's where that is darker.
        var hue = OkLab.Turn(a, bb) * T.Of(Hues);
        var cusp = LaneMath.Interpolate(cusps, hue, Hues);
        var grey = T.Max(T.Min(l, cusp), zero);
        // Up to the cusp the bound is straight, and known.
        var straight = T.Min(LaneMath.Interpolate(strongest, hue, Hues) * grey / T.Max(OkLab.Chroma(a, bb), T.Of(1e-9f)), one);
        T least = zero, most = one;
        for (var k = 0; k < Halvings; k++)
        {
            var middle = (least + most) * T.Of(0.5f);
            var (mr, mg, mb) = At(grey, l, a, bb, middle);
            var over = Outside(mr, mg, mb);
            least = T.WhereAbove(over, zero, least, middle);
            most = T.WhereAbove(over, zero, middle, most);
        }
        var (fr, fg, fb) = At(grey, l, a, bb, T.WhereAbove(l, cusp, least, straight));
        (fr, fg, fb) = Clamped(fr, fg, fb);
        return (T.WhereAbove(outside, T.Of(Slack), fr, LaneMath.Clamp(r, zero, one)), T.WhereAbove(outside, T.Of(Slack), fg, LaneMath.Clamp(g, zero, one)), T.WhereAbove(outside, T.Of(Slack), fb, LaneMath.Clamp(b, zero, one)));
    }

    /// <summary>The device's light on the way from a grey to a colour.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private (T, T, T) At<T>(T grey, T l, T a, T b, T share) where T : struct, ILanes<T>
    {
        var (red, green, blue) = OkLab.ToLinear(T.MulAdd(share, l - grey, grey), share * a, share * b);
        return ToDevice(red, green, blue);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private (T, T, T) ToDevice<T>(T red, T green, T blue) where T : struct, ILanes<T>
    {
        var m = matrix;
        return (LaneMath.WeightedSum(m[0], red, m[1], green, m[2], blue), LaneMath.WeightedSum(m[3], red, m[4], green, m[5], blue), LaneMath.WeightedSum(m[6], red, m[7], green, m[8], blue));
    }

    /// <summary>The lightness of the strongest colour of a hue, and its chroma for each lightness. Colours of one hue and saturation lie on a straight line from black, so the greatest saturation without
    /// negative light says all; its brightest colour is the cusp.</summary>
    private (float Lightness, float Saturation) CuspOf(float a, float b)
    {
        (float Least, float Most) Of(float saturation)
        {
            var (r, g, bl) = At(Lanes1.Of(1), Lanes1.Of(1), Lanes1.Of(a), Lanes1.Of(b), Lanes1.Of(saturation));
            return (MathF.Min(r.Value, MathF.Min(g.Value, bl.Value)), MathF.Max(r.Value, MathF.Max(g.Value, bl.Value)));
        }
        float least = 0, most = 2;
        for (var k = 0; k < 30; k++)
        {
            var middle = (least + most) / 2;
            var (darkest, brightest) = Of(middle);
            if (darkest < -Graze * brightest) most = middle;
            else least = middle;
        }
        return (1 / MathF.Cbrt(Of(least).Most), least);
    }
}
