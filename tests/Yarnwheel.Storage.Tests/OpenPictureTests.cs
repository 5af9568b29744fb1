using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Storage.Tests;

/// <summary>The grey mix on real pictures: the demo scenes, and the test pictures that Debian's python3-skimage carries (scikit-image 0.19, data/README.txt).</summary>
public class OpenPictureTests(ITestOutputHelper output)
{
    private static readonly string[] Pictures =
    [
        "astronaut.png", "chelsea.png", "coffee.png", "color.png", "hubble_deep_field.jpg", "ihc.png",
        "logo.png", "motorcycle_left.png", "motorcycle_right.png", "retina.jpg", "rocket.jpg",
    ];

    private static string Folder => Environment.GetEnvironmentVariable("YARNWHEEL_TEST_PICTURES") ?? "/usr/lib/python3/dist-packages/skimage/data";

    private static PhotoRenderer Open(string path) => new(Pyramid.Build(new PhotoReader(new PhotoLimits()).Read(path).Pixels));

    [Fact]
    public void Auto_keeps_at_least_as_many_contrasts_as_flat_on_every_picture()
    {
        var demo = Directory.GetFiles(Path.Combine(Root(), "demo"), "*.jpg");
        Assert.True(demo.Length >= 3);
        var gains = new List<double>();
        foreach (var path in demo.Concat(Pictures.Select(p => Path.Combine(Folder, p))))
        {
            Assert.True(File.Exists(path), $"{path} is missing; ./test fetches it");
            var renderer = Open(path);
            var flat = ContrastScore.Of(renderer.Greys.Samples(new Recipe()), new WheelCurve([]));
            var auto = renderer.Greys.Auto(new Recipe()).Score;
            output.WriteLine($"{Path.GetFileName(path)}: flat {flat:P1}, auto {auto:P1}");
            Assert.True(auto >= flat);
            gains.Add(auto - flat);
        }
        output.WriteLine($"mean gain {gains.Average():P1}");
        Assert.True(gains.Average() > 0.04);
    }

    [Fact]
    public void Calm_keeps_a_strong_mix_from_lifting_the_noise_and_blocks_of_a_q75_JPEG()
    {
        CodecLibrary.Prepare();
        var path = Path.Combine(Path.GetTempPath(), $"yarnwheel-{Guid.NewGuid():N}.jpg");
        using (var picture = Image.NewFromFile(Path.Combine(Folder, "coffee.png"))) picture.Jpegsave(path, q: 75);
        try
        {
            var renderer = Open(path);
            // Neighbouring hues pushed apart as far as they go.
            Spoke[] strong = Enumerable.Range(0, 12).Select(k => new Spoke { Hue = 30 * k, Lift = k % 2 == 0 ? 90 : -90 }).ToArray();
            var flat = Measure(renderer, new GreyMix());
            var (noise, blocks) = Measure(renderer, new GreyMix { Calm = 0, Spokes = [.. strong] });
            var (calmNoise, calmBlocks) = Measure(renderer, new GreyMix { Spokes = [.. strong] });
            output.WriteLine($"noise gain {noise / flat.Noise:F2} without calm, {calmNoise / flat.Noise:F2} with; blockiness {blocks:F3} and {calmBlocks:F3}, flat {flat.Blocks:F3}");
            Assert.True(calmNoise < 0.9 * noise);
            Assert.True(calmBlocks <= blocks);
        }
        finally
        {
            File.Delete(path);
        }
    }

    /// <summary>Mean second difference within 8×8 blocks, and the mean step over block borders against the mean step within (Wang, Bovik, Evans 2000, in its simplest form).</summary>
    private static (double Noise, double Blocks) Measure(PhotoRenderer renderer, GreyMix mix)
    {
        int width = renderer.Photo.Width, height = renderer.Photo.Height;
        var frame = renderer.Frames.Draw(new Recipe { Grey = mix }, View.Whole(renderer.Photo), Show.Grey);
        double noise = 0, border = 0, inside = 0;
        int noiseCount = 0, borderCount = 0, insideCount = 0;
        for (var y = 0; y < height; y++)
        {
            for (var x = 1; x < width - 1; x++)
            {
                int At(int xx) => frame[3 * (y * width + xx)];
                var step = Math.Abs(At(x) - At(x - 1));
                if (x % 8 == 0)
                {
                    border += step;
                    borderCount++;
                }
                else
                {
                    inside += step;
                    insideCount++;
                    noise += Math.Abs(2 * At(x) - At(x - 1) - At(x + 1));
                    noiseCount++;
                }
            }
        }
        return (noise / noiseCount, border / borderCount / (inside / insideCount));
    }

    private static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (folder is not null && !File.Exists(Path.Combine(folder.FullName, "Yarnwheel.slnx"))) folder = folder.Parent;
        return folder!.FullName;
    }
}
