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
        var flat = new WheelCurve([]);
        Time("cube alone", () => GreyKernel.Flat(grey, work.AsSpan(0, Width)));
        Time("lift flat", () => GreyKernel.Lifted(grey, turn, weight, flat, work.AsSpan(0, Width)));
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
        Time("hue and weight", () => GreyKernel.Hues(r, g, work.AsSpan(0, Width), work.AsSpan(Width, Width)));
    }

    public static void Pieces(Material material)
    {
        var renderer = material.Renderer(24);
        var view = Material.Frame(renderer);
        var none = LightPlan.None;
        Console.WriteLine($"sampler {Stopwatches.Median(7, () => AreaSampler.Draw(renderer.Photo, view.Region, view.Scale)):F1}");
        Console.WriteLine($"view {Stopwatches.Median(7, () => ViewPlanes.Draw(renderer.Photo, view, none, default)):F1}");
        var planes = ViewPlanes.Draw(renderer.Photo, view, none, default);
        Console.WriteLine($"base {Stopwatches.Median(7, () => ViewPlanes.Draw(renderer.Photo, view, none, default).Base(GreyBasis.Luminance)):F1}");
        Console.WriteLine($"hues calm {Stopwatches.Median(7, () => HuePlanes.Of(planes, 30, new PieceCache(0), default)):F1}");
        Console.WriteLine($"hues {Stopwatches.Median(7, () => HuePlanes.Of(planes, 0, new PieceCache(0), default)):F1}");
        var recipe = Material.ThreeAreas;
        for (var k = 0; k < 3; k++)
        {
            var one = recipe with { Areas = [recipe.Areas[k]] };
            var plan = RenderPlan.Compile(one, new RenderSource(renderer.Photo, new PieceCache(1 << 20), null));
            Console.WriteLine($"mask {k} {Stopwatches.Median(7, () => AreaMasks.Draw(plan.Areas[0], new MaskScene(planes, none, new RenderSource(renderer.Photo, new PieceCache(0), null), new PieceCache(0), default))):F1}");
        }
    }

    private static void Time(string what, Action row)
    {
        var median = Stopwatches.Median(9, () => { for (var i = 0; i < Rows; i++) row(); });
        Console.WriteLine($"| {what} | {median * 1e6 / (Rows * Width):F2} ns |");
    }
}
