using System.Runtime.Intrinsics.X86;
using FsCheck.Xunit;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Tests;

/// <summary>All lanes give the bits of their scalar twin.</summary>
public class LaneTests
{
    private const int Count = 4096;

    private static float[] Values(int seed, float from = -0.2f, float to = 1.3f)
    {
        var random = new Random(seed);
        return Enumerable.Range(0, Count).Select(i => i % 97 == 0 ? i % 2 : from + (to - from) * random.NextSingle()).ToArray();
    }

    /// <summary>Runs a kernel in one kind of lane over three rows.</summary>
    private static float[] Run<T>(Func<float[], float[], float[], float[]> work) where T : struct, ILanes<T> => work(Values(1), Values(2), Values(3));

    private static float[] Colours<T>(float[] r, float[] g, float[] b) where T : struct, ILanes<T>
    {
        var result = new float[7 * Count];
        var curve = new WheelCurve([new Spoke { Hue = 10, Lift = 60 }, new Spoke { Hue = 100, Lift = -40 }, new Spoke { Hue = 250, Lift = 20 }]);
        var steep = new WheelCurve([new Spoke { Hue = 10, Lift = 60 }, new Spoke { Hue = 12, Lift = -40 }, new Spoke { Hue = 250, Lift = 20 }]);
        for (var i = 0; i < Count; i += T.Count)
        {
            var lab = OkLab.FromLinear(T.Load(ref r[i]), T.Load(ref g[i]), T.Load(ref b[i]));
            var turn = OkLab.Turn(lab.A, lab.B);
            T.Store(lab.L, ref result[i]);
            T.Store(lab.A, ref result[Count + i]);
            T.Store(turn, ref result[2 * Count + i]);
            T.Store(GreyKernel.Lift(LaneMath.Clamp(lab.L, T.Of(0), T.Of(1)), curve.AtTurn(turn)), ref result[3 * Count + i]);
            T.Store(steep.AtTurn(turn), ref result[4 * Count + i]);
            T.Store(Gamut.FitSrgb(T.Load(ref r[i]), T.Load(ref g[i]), T.Load(ref b[i])).Green, ref result[5 * Count + i]);
            T.Store(new Saturation.Change(0.4f, 0.5f).Of(T.Load(ref r[i]), T.Load(ref g[i]), T.Load(ref b[i])).Blue, ref result[6 * Count + i]);
        }
        return result;
    }

    [Fact]
    public void Eight_sixteen_and_twice_sixteen_lanes_give_the_bits_of_one()
    {
        var one = Run<Lanes1>(Colours<Lanes1>);
        Assert.All(one, v => Assert.True(float.IsFinite(v)));
        // Where the processor has no wide lanes there is nothing to hold to the scalar ones: that is said, not passed over.
        if (!Avx2.IsSupported) Assert.Skip("This processor has no AVX2.");
        Assert.Equal(one, Run<Lanes8>(Colours<Lanes8>));
        if (!Avx512F.IsSupported) return;
        Assert.Equal(one, Run<Lanes16>(Colours<Lanes16>));
        Assert.Equal(one, Run<Lanes32>(Colours<Lanes32>));
    }

    [Fact]
    public void Operations_that_only_some_kernels_use_give_the_same_bits_in_all_lanes()
    {
        var (a, b) = (Values(7, 0.01f, 0.99f), Values(8, 0.01f, 0.99f));
        float[] table = [.. Enumerable.Range(0, 32).Select(i => i * 1.1f)];
        float[] All<T>() where T : struct, ILanes<T>
        {
            var found = new float[12 * Count];
            for (var i = 0; i < Count; i += T.Count)
            {
                T x = T.Load(ref a[i]), y = T.Load(ref b[i]), place = T.Whole(x * T.Of(30));
                T[] values = [T.Min(x, y), T.Max(x, y), T.Root(x), x / y, T.WhereAbove(x, y, x, y), T.Gather(table, place), T.GatherShort(table, place), T.RoughInverseCubeRoot(x),
                    T.RoughInverseFourthRoot(x), T.HalfOctave(x), T.WithinOctave(x) + T.Octave(y), T.PowerOfTwo(place)];
                for (var k = 0; k < values.Length; k++) T.Store(values[k], ref found[k * Count + i]);
                var any = Enumerable.Range(i, T.Count).Any(at => a[at] > b[at]);
                Assert.Equal(any, T.AnyAbove(x, y));
            }
            return found;
        }
        var one = All<Lanes1>();
        if (!Avx2.IsSupported) Assert.Skip("This processor has no AVX2.");
        Assert.Equal(one, All<Lanes8>());
        if (!Avx512F.IsSupported) return;
        Assert.Equal(one, All<Lanes16>());
        Assert.Equal(one, All<Lanes32>());
    }

    [Fact]
    public void Values_taken_apart_by_turns_come_together_again()
    {
        void Of<T>() where T : struct, ILanes<T>
        {
            float[] values = [.. Enumerable.Range(0, 2 * T.Count)], even = new float[T.Count], odd = new float[T.Count], back = new float[2 * T.Count];
            var apart = T.Unzip(T.Load(ref values[0]), T.Load(ref values[T.Count]));
            T.Store(apart.Even, ref even[0]);
            T.Store(apart.Odd, ref odd[0]);
            Assert.Equal(Enumerable.Range(0, T.Count).Select(k => 2f * k), even);
            Assert.Equal(Enumerable.Range(0, T.Count).Select(k => 2f * k + 1), odd);
            var (first, last) = T.Zip(apart.Even, apart.Odd);
            T.Store(first, ref back[0]);
            T.Store(last, ref back[T.Count]);
            Assert.Equal(values, back);
        }
        Of<Lanes1>();
        if (!Avx2.IsSupported) Assert.Skip("This processor has no AVX2.");
        Of<Lanes8>();
        if (!Avx512F.IsSupported) return;
        Of<Lanes16>();
        Of<Lanes32>();
    }

    [Fact]
    public void The_scalar_lane_gives_what_was_worked_out_in_double_precision()
    {
        var (r, g, b) = (Values(1), Values(2), Values(3));
        var found = Colours<Lanes1>(r, g, b);
        for (var i = 0; i < Count; i++)
        {
            double Root(double x, double y, double z) => Math.Cbrt(x * r[i] + y * g[i] + z * b[i]);
            double l = Root(0.4122214708, 0.5363325363, 0.0514459929), m = Root(0.2119034982, 0.6806995451, 0.1073969566), s = Root(0.0883024619, 0.2817188376, 0.6299787005);
            Assert.Equal(0.2104542553 * l + 0.7936177850 * m - 0.0040720468 * s, found[i], 2e-6);
            Assert.Equal(1.9779984951 * l - 2.4285922050 * m + 0.4505937099 * s, found[Count + i], 2e-5);
        }
    }

    [Fact]
    public void Exponentials_and_logarithms_are_right_to_a_few_units_in_every_lane()
    {
        for (var x = -80f; x < 80; x += 0.37f)
        {
            Assert.Equal(1, LaneMath.Exp(Lanes1.Of(x)).Value / Math.Exp(x), 1e-5);
            Assert.Equal(x, LaneMath.Log(Lanes1.Of((float)Math.Exp(x))).Value, 1e-4);
        }
        if (!Avx2.IsSupported) Assert.Skip("This processor has no AVX2.");
        var values = Values(4, 0.001f, 9);
        for (var i = 0; i < Count; i += Lanes8.Count)
        {
            var wide = new float[Lanes8.Count];
            Lanes8.Store(LaneMath.Log(LaneMath.Exp(Lanes8.Load(ref values[i])) + Lanes8.Of(0.5f)), ref wide[0]);
            for (var k = 0; k < wide.Length; k++) Assert.Equal(LaneMath.Log(LaneMath.Exp(Lanes1.Of(values[i + k])) + Lanes1.Of(0.5f)).Value, wide[k]);
        }
    }

    [Fact]
    public void What_is_no_number_is_looked_up_within_its_table()
    {
        float[] table = [1, 2, 3, 4];
        foreach (var odd in (float[])[float.NaN, float.NegativeInfinity, -1e9f, float.PositiveInfinity, 1e9f])
        {
            // The line through the table's first two entries, or its last two, goes on.
            var expected = float.IsNaN(odd) ? float.NaN : odd < 0 ? 1 + odd : 3 + (odd - 2);
            Assert.Equal(expected, LaneMath.Interpolate(table, Lanes1.Of(odd), 2).Value);
            var wide = new float[Lanes16.Count];
            if (Avx2.IsSupported) Lanes8.Store(LaneMath.Interpolate(table, Lanes8.Of(odd), 2), ref wide[0]);
            if (Avx2.IsSupported) Assert.All(wide[..Lanes8.Count], v => Assert.Equal(expected, v));
            if (Avx512F.IsSupported) Lanes16.Store(LaneMath.Interpolate(table, Lanes16.Of(odd), 2), ref wide[0]);
            if (Avx512F.IsSupported) Assert.All(wide, v => Assert.Equal(expected, v));
            Assert.InRange(Lanes1.GatherShort(new float[32], Lanes1.Of(odd)).Value, 0, 0);
        }
    }

    [Property]
    public bool Rows_of_any_length_equal_their_pixels_one_by_one(byte[] values, byte share)
    {
        var from = values.Select(v => v / 255f).ToArray();
        var over = values.Select(v => (255 - v) / 200f).ToArray();
        var mask = values.Select(v => v % 3 / 2f).ToArray();
        float[] masked = [.. from], even = [.. from], folded = [.. from], like = new float[values.Length];
        var bytes = new byte[3 * values.Length];
        Blend.Masked(masked, over, mask, share / 255f);
        Blend.Even(even, over, share / 255f);
        MaskFold.Join(folded, mask, MaskOp.Subtract, invert: true);
        Likeness.Row(from, over, 0.2f, 0.3f, like);
        if (values.Length > 0) SrgbByte.EncodeRow(new LightRow([.. from], [.. over], [.. mask]), bytes);
        for (var i = 0; i < values.Length; i++)
        {
            float[] one = [from[i]], two = [from[i]], three = [from[i]], four = new float[1];
            var pixel = new byte[3];
            Blend.Masked(one, [over[i]], [mask[i]], share / 255f);
            Blend.Even(two, [over[i]], share / 255f);
            MaskFold.Join(three, [mask[i]], MaskOp.Subtract, invert: true);
            Likeness.Row([from[i]], [over[i]], 0.2f, 0.3f, four);
            SrgbByte.EncodeRow(new LightRow([from[i]], [over[i]], [mask[i]]), pixel);
            if (one[0] != masked[i] || two[0] != even[i] || three[0] != folded[i] || four[0] != like[i]) return false;
            if (!pixel.AsSpan().SequenceEqual(bytes.AsSpan(3 * i, 3))) return false;
        }
        return true;
    }

    [Fact]
    public void The_quick_hue_is_that_of_the_library_and_the_pieces_are_the_curve()
    {
        var curve = new WheelCurve([new Spoke { Hue = 10, Lift = 60 }, new Spoke { Hue = 100, Lift = -40 }, new Spoke { Hue = 359, Lift = 20 }]);
        for (var degrees = 0.0; degrees < 360; degrees += 0.37)
        {
            var (sine, cosine) = Math.SinCos(degrees * Math.PI / 180);
            var turn = OkLab.Turn(Lanes1.Of((float)(0.1 * cosine)), Lanes1.Of((float)(0.1 * sine))).Value;
            Assert.Equal(degrees / 360, turn, 3e-6);
            Assert.Equal(curve.At(degrees) / 100, curve.AtTurn((float)(degrees / 360)), 1e-4);
        }
    }

    [Fact]
    public void The_encoder_is_within_a_hair_of_the_standard()
    {
        for (var i = 0; i <= 100000; i++)
        {
            var exact = 255 * Srgb.Encode(i / 100000.0);
            Assert.True(Math.Abs(SrgbByte.Encode(i / 100000f) - exact) < 0.512, $"{i}: {exact}");
        }
    }
}
