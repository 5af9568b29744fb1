using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Region = Yarnwheel.Core.Imaging.Region;

namespace Yarnwheel.Measure.Speed;

/// <summary>What the speeds are measured on: a demo scene blown up to a camera's size, with grain, and a recipe of three areas.</summary>
internal sealed class Material : IDisposable
{
    public const int FrameWidth = 1400;
    public const int FrameHeight = 900;

    /// <summary>Three areas, spokes, a treatment: what a finished take looks like.</summary>
    public static Recipe ThreeAreas { get; } = RecipeJson.Parse("""
        { "yarnwheel": 1, "grey": { "spokes": [ { "hue": 29, "lift": 35 }, { "hue": 90, "lift": -30 }, { "hue": 142, "lift": -20 }, { "hue": 250, "lift": 30 } ] },
          "areas": [
            { "name": "A", "mask": { "parts": [ { "kind": "colour", "picks": [ { "x": 0.47, "y": 0.45 }, { "x": 0.45, "y": 0.55 } ], "leaveOut": [ { "x": 0.2, "y": 0.3 } ], "reach": 8, "fade": 6 } ] } },
            { "name": "B", "colour": 70, "mask": { "parts": [ { "kind": "hue", "from": 180, "to": 260 } ] }, "treat": { "saturation": 20 } },
            { "name": "C", "colour": 0, "strength": 50, "mask": { "parts": [ { "kind": "ramp", "x0": 0.5, "y0": 0.9, "x1": 0.5, "y1": 0.5 } ] }, "treat": { "exposure": -0.4 } } ] }
        """);

    /// <summary>One area, untreated: the least that a take with a kept colour is.</summary>
    public static Recipe OneArea { get; } = ThreeAreas with { Areas = [ThreeAreas.Areas[0]] };

    /// <summary>A box drawn on a thing of many shades.</summary>
    public static Recipe BoxOfPicks { get; } = OneArea with
    {
        Areas = [OneArea.Areas[0] with { Mask = new Mask { Parts = [new ColourPart { Picks = [new ShadePick { X0 = 0.538, Y0 = 0.3, X1 = 0.58, Y1 = 0.4 }], Reach = 3, Fade = 2.5, Lightness = 15 }] } }],
    };

    /// <summary>Ten picks and five leave-outs with a reach.</summary>
    public static Recipe ManyPicks(double reach) => OneArea with
    {
        Areas = [OneArea.Areas[0] with { Mask = new Mask { Parts = [new ColourPart
        {
            Picks = [.. Enumerable.Range(0, 10).Select(i => new ShadePick { X = 0.45 + 0.005 * i, Y = 0.4 + 0.02 * i })],
            LeaveOut = [.. Enumerable.Range(0, 5).Select(i => new ShadePick { X = 0.1 + 0.15 * i, Y = 0.85 })],
            Reach = reach, Fade = 6,
        }] } }],
    };

    private readonly string folder = Directory.CreateTempSubdirectory("yarnwheel-measure").FullName;

    /// <summary>A JPEG of so many megapixels, 3 : 2.</summary>
    public string Jpeg(int megapixels)
    {
        var path = Path.Combine(folder, $"{megapixels}.jpg");
        if (File.Exists(path)) return path;
        using var scene = Image.NewFromFile(Path.Combine("demo", "drying-rail.jpg"));
        var width = (int)Math.Round(Math.Sqrt(megapixels * 1e6 * 1.5));
        using var large = scene.Resize((double)width / scene.Width, kernel: Enums.Kernel.Linear);
        using var grain = Image.Gaussnoise(large.Width, large.Height, sigma: 2.5, mean: 0);
        using var grainy = (large + grain).Cast(Enums.BandFormat.Uchar).Copy(interpretation: Enums.Interpretation.Srgb);
        grainy.Jpegsave(path, q: 92);
        return path;
    }

    /// <summary>A renderer of a photo of so many megapixels.</summary>
    public PhotoRenderer Renderer(int megapixels) => Open(Jpeg(megapixels));

    public static PhotoRenderer Open(string path) => new(Pyramid.Build(new PhotoReader(new PhotoLimits()).Read(path).Pixels));

    /// <summary>The frame: at the scale of a screen that shows the photo's width, as high as the screen.</summary>
    public static View Frame(PhotoRenderer renderer)
    {
        var scale = FrameWidth / (double)renderer.Photo.Width;
        return new View(new Region(0, 0, FrameWidth, FrameHeight), scale);
    }

    public void Dispose() => Directory.Delete(folder, recursive: true);
}
