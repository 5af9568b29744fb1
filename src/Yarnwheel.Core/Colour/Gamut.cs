using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Colour;

/// <summary>Brings colours that a display can't show inside its gamut.</summary>
/// <remarks>A colour outside is drawn towards the grey of its own luminance until it fits, so that neither its luminance nor the order of its
/// channels changes; brighter than white becomes white. Colours inside stay exactly as they are. (Clipping at constant luminance, as
/// recommended beside MINDE in CSS Color 4, section 13.2, simplified: along a straight line in linear light.)</remarks>
public static class Gamut
{
    /// <summary>Fits the colours of a row into 0 … 1.</summary>
    public static void Row(LightRow light)
    {
        for (var i = 0; i < light.Red.Length; i++)
        {
            (light.Red[i], light.Green[i], light.Blue[i]) = Fit(light.Red[i], light.Green[i], light.Blue[i]);
        }
    }

    /// <summary>Fits one colour into 0 … 1.</summary>
    public static (float Red, float Green, float Blue) Fit(float red, float green, float blue)
    {
        if (MathF.Min(red, MathF.Min(green, blue)) >= 0 && MathF.Max(red, MathF.Max(green, blue)) <= 1) return (red, green, blue);
        var grey = Math.Clamp(Luminance.Of(red, green, blue), 0, 1);
        var share = MathF.Min(Share(red, grey), MathF.Min(Share(green, grey), Share(blue, grey)));
        return (Hold(grey + (red - grey) * share), Hold(grey + (green - grey) * share), Hold(grey + (blue - grey) * share));
    }

    /// <summary>How far a channel may go from the grey.</summary>
    private static float Share(float channel, float grey) =>
        channel > 1 ? (1 - grey) / (channel - grey) : channel < 0 ? grey / (grey - channel) : 1;

    private static float Hold(float value) => MathF.Min(MathF.Max(value, 0), 1);
}
