using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Measure.Speed;

/// <summary>The kernels that a frame is made of, on one core, nanoseconds a pixel.</summary>
internal static class KernelTable
{
    private const int Width = Material.FrameWidth;
    private const int Rows = 400;

    public static void Print()
    {
        var random = new Random(1);
        float[] Row() => Enumerable.Range(0, Width).Select(_ => random.NextSingle()).ToArray();
        float[] r = Row(), g = Row(), b = Row(), mask = Row(), grey = Row(), turn = Row(), weight = Row(), work = new float[3 * Width];
        var rgb = new byte[3 * Width];
        var curve = new WheelCurve([new Spoke { Hue = 20, Lift = 50 }, new Spoke { Hue = 200, Lift = -50 }]);
        Time("copy three rows", () => new LightRow(r, g, b).CopyTo(new LightRow(work, Width)));
        Time("lift and cube", () => GreyKernel.Lifted(grey, turn, weight, curve, work.AsSpan(0, Width)));
        Time("blend three rows by mask", () => Blend.Masked(new LightRow(work, Width), new LightRow(r, g, b), mask, 0.8f));
        Time("encode to bytes", () =>
        {
            new LightRow(r, g, b).CopyTo(new LightRow(work, Width));
            SrgbByte.EncodeRow(new LightRow(work, Width), rgb);
        });
        var saturation = new Saturation(20, 0);
        Time("saturation (OKLab and back)", () =>
        {
            new LightRow(r, g, b).CopyTo(new LightRow(work, Width));
            saturation.Row(new LightRow(work, Width));
        });
        Time("OKLab", () => OkLab.FromLinear(new LightRow(r, g, b), work.AsSpan(0, Width), work.AsSpan(Width, Width), work.AsSpan(2 * Width, Width)));
        var pixels = new Core.Photos.BytePixels([.. Enumerable.Range(0, 3 * Width).Select(i => (byte)(i * 37))], Width, 1);
        Time("read bytes as light", () => pixels.Read(0, 0, work.AsSpan(0, Width), work.AsSpan(Width, Width), work.AsSpan(2 * Width, Width)));
        Time("lightness of the basis", () => GreyConversion.BaseLightness(GreyBasis.Luminance, new LightRow(r, g, b), r, work.AsSpan(0, Width)));
        var lab = new LabPlanes(new Region(0, 0, Width + 8, 9));
        foreach (var plane in (float[][])[lab.L, lab.A, lab.B])
            for (var i = 0; i < plane.Length; i++) plane[i] = 0.1f * random.NextSingle();
        var (calm, calmed) = (new CalmFilter(30, 1), new LabPlanes(new Region(4, 4, Width, 1)));
        Time("calm", () => calm.Row(lab, 4, calmed.Region, calmed.Row(4)));
        Time("hue and weight", () => GreyKernel.Hues(r, g, work.AsSpan(0, Width), work.AsSpan(Width, Width)));
    }

    private static void Time(string what, Action row)
    {
        var median = Stopwatches.Median(9, () => { for (var i = 0; i < Rows; i++) row(); });
        Console.WriteLine($"| {what} | {median * 1e6 / (Rows * Width):F2} ns |");
    }
}
