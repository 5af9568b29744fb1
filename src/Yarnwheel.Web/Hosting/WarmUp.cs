using Yarnwheel.Codecs;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Web.Hosting;

/// <summary>Draws a tiny made-up photo once after the start, so that the first Bench does not wait until the code for frames is compiled.</summary>
internal sealed class WarmUp : BackgroundService
{
    private const int Side = 128;

    protected override Task ExecuteAsync(CancellationToken stoppingToken) => Task.Run(() =>
    {
        var rgb = new byte[3 * Side * Side];
        for (var i = 0; i < rgb.Length; i++) rgb[i] = (byte)(i * 7 % 251);
        var renderer = new PhotoRenderer(Pyramid.Build(new BytePixels(rgb, Side, Side)));
        var recipe = new Recipe
        {
            Grey = new GreyMix { Spokes = [new Spoke { Hue = 30, Lift = 20 }, new Spoke { Hue = 200, Lift = -20 }] },
            Areas = [new Area { Mask = new Mask { Parts = [new ColourPart { Picks = [new ShadePick { X = 0.5, Y = 0.5 }] }, new HuePart { To = 90 }] }, Treat = new Treatment { Saturation = 10 } }],
        };
        foreach (var show in (Show[])[Show.Result, Show.Veil])
        {
            if (stoppingToken.IsCancellationRequested) return;
            FrameEncoder.Jpeg(renderer.Frames.Draw(recipe, new View(new Region(0, 0, Side * 3 / 4, Side * 3 / 4), 0.75), show), Side * 3 / 4, Side * 3 / 4, 90, true);
        }
        renderer.Readings.At(recipe, 0.5, 0.5);
        renderer.Greys.Tones(recipe);
    }, stoppingToken);
}
