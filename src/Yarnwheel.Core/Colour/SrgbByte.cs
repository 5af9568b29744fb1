using System.Runtime.CompilerServices;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Colour;

/// <summary>Encodes linear light as 8-bit sRGB.</summary>
/// <remarks>Over the square root s of light the curve is 12.92 s² at first, then cut into 32 parabolas through its values at their ends and middles.
/// That is less than 0.01 of an 8-bit step off before rounding, and each 8-bit value comes back as itself.</remarks>
public static class SrgbByte
{
    private const int Pieces = 32;
    private const float Straight = 0.0559535f;      // √0.0031308, where the standard's straight piece ends
    private static readonly float[] Base = new float[Pieces];
    private static readonly float[] Slope = new float[Pieces];
    private static readonly float[] Bend = new float[Pieces];

    static SrgbByte()
    {
        for (var i = 0; i < Pieces; i++)
        {
            // The piece in which the straight one ends begins where that does.
            double from = Math.Max(Straight, i / (double)Pieces), to = Math.Max(from + 1e-3, (i + 1) / (double)Pieces), middle = (from + to) / 2;
            double y0 = Curve(from), y1 = Curve(middle), y2 = Curve(to), half = middle - from;
            var bend = (y0 - 2 * y1 + y2) / (2 * half * half);
            var slope = (y2 - y0) / (2 * half);
            // From the middle of the piece to the offset from its own beginning on the grid.
            var shift = i / (double)Pieces - middle;
            Base[i] = (float)(y1 + slope * shift + bend * shift * shift);
            Slope[i] = (float)(slope + 2 * bend * shift);
            Bend[i] = (float)bend;
        }
    }

    /// <summary>The nearest 8-bit value; below 0 and above 1 it is held at the ends.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public static byte Encode(float linear) => (byte)Encoded(Lanes1.Of(linear)).Value;

    /// <summary>Encodes a row into interleaved R, G, B; what lies outside the gamut is fitted in first (<see cref="Gamut"/>).</summary>
    /// <param name="light">The row; its values are lost.</param>
    /// <param name="rgb">Receives three bytes a pixel.</param>
    public static void EncodeRow(LightRow light, Span<byte> rgb)
    {
        LaneLoop.Over(new Kernel(light), light.Red.Length);
        ReadOnlySpan<float> packed = light.Red;
        var last = packed.Length - 1;
        // Four bytes are written for three; the next pixel writes over the fourth.
        for (var x = 0; x < last; x++) Unsafe.WriteUnaligned(ref rgb[3 * x], (int)packed[x]);
        var end = (int)packed[last];
        (rgb[3 * last], rgb[3 * last + 1], rgb[3 * last + 2]) = ((byte)end, (byte)(end >> 8), (byte)(end >> 16));
    }

    /// <summary>The nearest whole 8-bit values.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static T Encoded<T>(T linear) where T : struct, ILanes<T>
    {
        var s = T.Root(LaneColour.Hold(linear, T.Of(0), T.Of(1)));
        var place = s * T.Of(Pieces);
        var piece = T.Min(T.Whole(place), T.Of(Pieces - 1));
        var along = s - piece * T.Of(1f / Pieces);
        var curved = T.LookShort(Base, piece) + along * (T.LookShort(Slope, piece) + along * T.LookShort(Bend, piece));
        return T.Whole(T.WhereAbove(s, T.Of(Straight), curved, T.Of(12.92f * 255) * s * s) + T.Of(0.5f));
    }

    /// <summary>The encoded value × 255 of a square root of light, above the straight piece.</summary>
    private static double Curve(double s) => 255 * (1.055 * Math.Pow(s, 2 / 2.4) - 0.055);

    private readonly ref struct Kernel(LightRow light) : ILaneKernel
    {
        private readonly LightRow light = light;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var (red, green, blue) = Gamut.Fit(light.Red.Load<T>(i), light.Green.Load<T>(i), light.Blue.Load<T>(i));
                // Three bytes side by side are a whole number that a float holds exactly.
                light.Red.Save(i, Encoded(red) + T.Of(256) * Encoded(green) + T.Of(65536) * Encoded(blue));
            }
        }
    }
}
