using System.Runtime.CompilerServices;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Colour;

/// <summary>Brings colours that a display can't show inside its gamut.</summary>
/// <remarks>A colour outside is drawn towards the grey of its own luminance until it fits, so that neither its luminance nor the order of its
/// channels changes; brighter than white becomes white. Colours inside stay exactly as they are. (Clipping at constant luminance, as
/// recommended beside MINDE in CSS Color 4, section 13.2, simplified: along a straight line in linear light.)</remarks>
public static class Gamut
{
    /// <summary>Fits one colour into 0 … 1.</summary>
    public static (float Red, float Green, float Blue) Fit(float red, float green, float blue)
    {
        var (r, g, b) = Fit(Lanes1.Of(red), Lanes1.Of(green), Lanes1.Of(blue));
        return (r.Value, g.Value, b.Value);
    }

    /// <summary>Fits one colour into 0 … 1 of other primaries than sRGB's.</summary>
    /// <param name="red">Linear light.</param>
    /// <param name="green">Linear light.</param>
    /// <param name="blue">Linear light.</param>
    /// <param name="luminance">Of the colour, 1 = white.</param>
    public static (float Red, float Green, float Blue) Fit(float red, float green, float blue, float luminance)
    {
        var (r, g, b) = Fit(Lanes1.Of(red), Lanes1.Of(green), Lanes1.Of(blue), Lanes1.Of(luminance));
        return (r.Value, g.Value, b.Value);
    }

    /// <summary>Fits colours into 0 … 1, in lanes.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    internal static (T Red, T Green, T Blue) Fit<T>(T red, T green, T blue) where T : struct, ILanes<T>
    {
        var least = T.Min(red, T.Min(green, blue));
        var most = T.Max(red, T.Max(green, blue));
        if (!T.AnyAbove(T.Of(0), least) && !T.AnyAbove(most, T.Of(1))) return (red, green, blue);
        return Fit(red, green, blue, Luminance.Of(red, green, blue));
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static (T Red, T Green, T Blue) Fit<T>(T red, T green, T blue, T luminance) where T : struct, ILanes<T>
    {
        var grey = LaneMath.Clamp(luminance, T.Of(0), T.Of(1));
        var share = T.Min(Share(red, grey), T.Min(Share(green, grey), Share(blue, grey)));
        return (Drawn(red, grey, share), Drawn(green, grey, share), Drawn(blue, grey, share));
    }

    /// <summary>How far a channel may go from the grey.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static T Share<T>(T channel, T grey) where T : struct, ILanes<T>
    {
        T zero = T.Of(0), one = T.Of(1);
        var above = T.WhereAbove(channel, one, (one - grey) / (channel - grey), one);
        return T.WhereAbove(zero, channel, grey / (grey - channel), above);
    }

    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static T Drawn<T>(T channel, T grey, T share) where T : struct, ILanes<T> =>
        T.WhereAbove(T.Of(1), share, LaneMath.Clamp(grey + (channel - grey) * share, T.Of(0), T.Of(1)), channel);
}
