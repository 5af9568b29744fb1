using System.Runtime.CompilerServices;
using System.Runtime.Intrinsics;
using System.Runtime.Intrinsics.X86;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Colour;

/// <summary>Encodes linear light as 8-bit sRGB.</summary>
/// <remarks>12.92 x at first, then a cubic for each half octave of x, through the standard's curve at its Chebyshev points.
/// That is less than 0.01 of an 8-bit step off before rounding, and each 8-bit value comes back as itself.</remarks>
public static class SrgbByte
{
    private const int Pieces = 19;
    private const float Least = 1 / 512f;
    private const float Straight = 0.0031308f;      // where the standard's straight piece ends
    private static readonly float[] Cubic0 = new float[32];
    private static readonly float[] Cubic1 = new float[32];
    private static readonly float[] Cubic2 = new float[32];
    private static readonly float[] Cubic3 = new float[32];

    static SrgbByte()
    {
        for (var piece = 0; piece < Pieces; piece++)
        {
            double scale = Math.Pow(2, piece / 2 - 9), from = piece % 2 == 0 ? 1 : 1.5;
            var points = Enumerable.Range(0, 4).Select(k => from + 0.25 - 0.25 * Math.Cos((k + 0.5) * Math.PI / 4)).ToArray();
            var values = points.Select(t => 255 * (1.055 * Math.Pow(t * scale, 1 / 2.4) - 0.055)).ToArray();
            // Newton's divided differences, then multiplied out.
            for (var order = 1; order < 4; order++)
                for (var k = 3; k >= order; k--) values[k] = (values[k] - values[k - 1]) / (points[k] - points[k - order]);
            var powers = new double[4];
            for (var k = 3; k >= 0; k--)
            {
                for (var power = 3; power > 0; power--) powers[power] = powers[power - 1] - powers[power] * points[k];
                powers[0] = values[k] - powers[0] * points[k];
            }
            (Cubic0[piece], Cubic1[piece], Cubic2[piece], Cubic3[piece]) = ((float)powers[0], (float)powers[1], (float)powers[2], (float)powers[3]);
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
        Interleave(light.Red, rgb);
    }

    /// <summary>Takes three bytes out of each whole number.</summary>
    private static void Interleave(ReadOnlySpan<float> packed, Span<byte> rgb)
    {
        var x = 0;
        if (Ssse3.IsSupported)
        {
            var three = Vector128.Create((byte)0, 1, 2, 4, 5, 6, 8, 9, 10, 12, 13, 14, 255, 255, 255, 255);
            // Sixteen bytes are written for twelve; the next four pixels write over the rest.
            for (; x + 6 <= packed.Length; x += 4)
            {
                var four = Sse2.ConvertToVector128Int32WithTruncation(Vector128.LoadUnsafe(in packed[x]));
                Ssse3.Shuffle(four.AsByte(), three).StoreUnsafe(ref rgb[3 * x]);
            }
        }
        for (; x < packed.Length; x++)
        {
            var value = (int)packed[x];
            (rgb[3 * x], rgb[3 * x + 1], rgb[3 * x + 2]) = ((byte)value, (byte)(value >> 8), (byte)(value >> 16));
        }
    }

    /// <summary>The nearest whole 8-bit values.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private static T Encoded<T>(T linear) where T : struct, ILanes<T>
    {
        var x = LaneMath.Clamp(linear, T.Of(0), T.Of(1));
        var within = T.Max(x, T.Of(Least));
        var piece = T.HalfOctave(within);
        var t = T.WithinOctave(within);
        var curved = T.MulAdd(t, T.MulAdd(t, T.MulAdd(t, T.GatherShort(Cubic3, piece), T.GatherShort(Cubic2, piece)), T.GatherShort(Cubic1, piece)), T.GatherShort(Cubic0, piece));
        return T.Whole(T.WhereAbove(x, T.Of(Straight), curved, T.Of(12.92f * 255) * x) + T.Of(0.5f));
    }

    private readonly ref struct Kernel(LightRow light) : ILaneKernel
    {
        private readonly LightRow light = light;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var (red, green, blue) = Gamut.FitSrgb(light.Red.Load<T>(i), light.Green.Load<T>(i), light.Blue.Load<T>(i));
                // Three bytes side by side are a whole number that a float holds exactly.
                light.Red.Save(i, T.MulAdd(T.Of(65536), Encoded(blue), T.MulAdd(T.Of(256), Encoded(green), Encoded(red))));
            }
        }
    }
}
