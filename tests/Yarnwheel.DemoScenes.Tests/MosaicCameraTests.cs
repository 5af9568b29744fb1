using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.DemoScenes.Camera;

namespace Yarnwheel.DemoScenes.Tests;

/// <summary>Raw photos from the stand-in for a camera, developed by LibRaw's tool, beside the light that it was shown.</summary>
public sealed class MosaicCameraTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("yarnwheel-raw-").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    /// <summary>The light of a traced scene at half size, even on both sides.</summary>
    private static (float[] Light, int Width, int Height) Scene(string name)
    {
        var photo = CommittedPhoto.Half(name).Full;
        int width = photo.Width / 2 * 2, height = photo.Height / 2 * 2;
        var light = new float[3 * width * height];
        float[] red = new float[width], green = new float[width], blue = new float[width];
        for (var y = 0; y < height; y++)
        {
            photo.Read(0, y, red, green, blue);
            for (var x = 0; x < width; x++) (light[3 * (y * width + x)], light[3 * (y * width + x) + 1], light[3 * (y * width + x) + 2]) = (red[x], green[x], blue[x]);
        }
        return (MosaicCamera.Spread(light, width, height), width, height);
    }

    private DecodedPhoto Developed(MosaicCamera camera, float[] light, int width, int height)
    {
        var (codes, w, h) = camera.Expose(light, width, height, 7);
        var path = Path.Combine(folder, "scene.dng");
        DngWriter.Write(path, camera, codes, w, h);
        return new PhotoReader(new PhotoLimits()).Read(path);
    }

    /// <summary>Mean and 95th percentile of ΔE00, a frame of four pixels left out, which developing fills in.</summary>
    private static (double Mean, double High) Difference(PhotoPixels photo, float[] light, int width, int height)
    {
        var differences = new List<double>();
        float[] red = new float[width], green = new float[width], blue = new float[width];
        for (var y = 4; y < height - 4; y++)
        {
            photo.Read(0, y, red, green, blue);
            for (var x = 4; x < width - 4; x++)
            {
                var at = 3 * (y * width + x);
                differences.Add(Ciede2000.Between(Lab(red[x], green[x], blue[x]), Lab(light[at], light[at + 1], light[at + 2])));
            }
        }
        differences.Sort();
        return (differences.Average(), differences[(int)(0.95 * differences.Count)]);
    }

    /// <summary>CIE Lab under D65 from linear sRGB.</summary>
    private static (double L, double A, double B) Lab(float red, float green, float blue) => CieLab.FromLinear(red, green, blue);

    /// <summary>Each scene's mean as it was measured, with a little room; the goal is 2. The vat is dark, and few photons are noisy.</summary>
    [Theory]
    [InlineData("drying-rail", 1.1)]
    [InlineData("felt-string", 0.9)]
    [InlineData("hoop-wall", 0.8)]
    [InlineData("madder-basket", 1.1)]
    [InlineData("mordant-jar", 0.9)]
    [InlineData("spool-stand", 0.9)]
    [InlineData("steaming-vat", 1.7)]
    [InlineData("yarn-ends", 1.1)]
    public void A_traced_scene_comes_back_from_the_sensor(string name, double most)
    {
        var (light, width, height) = Scene(name);
        var photo = Developed(new MosaicCamera(), light, width, height);
        Assert.Equal((width, height, PhotoFormat.Dng, 16), (photo.Pixels.Width, photo.Pixels.Height, photo.Format, photo.Bits));
        var (mean, high) = Difference(photo.Pixels, light, width, height);
        TestContext.Current.TestOutputHelper?.WriteLine($"{name}: {mean:F2}, 95 % below {high:F2}");
        Assert.InRange(mean, 0, most);
    }

    [Fact]
    public void White_balance_as_shot_undoes_the_lamp_and_orientation_the_turn()
    {
        var (light, width, height) = Scene("felt-string");
        var photo = Developed(new MosaicCamera { Lamp = [1.5f, 1, 0.55f], Orientation = 6 }, light, width, height);
        Assert.Equal((width, height), (photo.Pixels.Width, photo.Pixels.Height));
        Assert.InRange(Difference(photo.Pixels, light, width, height).Mean, 0, 0.9);
    }

    /// <summary>Tags written and read by an independent program (ExifTool).</summary>
    [Fact]
    public void What_a_raw_photo_says_goes_over_into_its_copies()
    {
        var camera = new MosaicCamera();
        var (codes, w, h) = camera.Expose([.. Enumerable.Repeat(0.3f, 3 * 64 * 64)], 64, 64, 1);
        var path = Path.Combine(folder, "scene.dng");
        DngWriter.Write(path, camera, codes, w, h);
        Tool("-overwrite_original", "-q", "-IFD0:Artist=M. Weld", "-ExifIFD:FNumber=2.8", "-XMP-dc:Title=Skeins", path);
        var photo = new PhotoReader(new PhotoLimits()).Read(path);
        foreach (var format in (CopyFormat[])[CopyFormat.Jpeg, CopyFormat.Tiff, CopyFormat.Avif])
        {
            var copy = Path.Combine(folder, "copy" + CopySettings.ExtensionOf(format));
            PhotoWriter.SavePicture(copy, new PhotoRenderer(photo.Pyramid()), new Recipe(), photo, path, new CopySettings { Format = format });
            Assert.Equal("M. Weld|2.8|Skeins|Stand-in", Tool("-n", "-p", "$Artist|$FNumber|$Title|$Model", copy).Trim());
            Assert.Equal("", Tool("-DNGVersion", "-ColorMatrix1", "-CFAPattern", "-s3", copy).Trim());
        }
    }

    private static string Tool(params string[] arguments)
    {
        using var process = System.Diagnostics.Process.Start(new System.Diagnostics.ProcessStartInfo("/usr/bin/exiftool", arguments) { RedirectStandardOutput = true })!;
        var said = process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        return said;
    }

    [Fact]
    public void A_damaged_raw_photo_is_refused_with_words()
    {
        var camera = new MosaicCamera();
        var (codes, w, h) = camera.Expose(new float[3 * 64 * 64], 64, 64, 1);
        var path = Path.Combine(folder, "scene.dng");
        DngWriter.Write(path, camera, codes, w, h);
        var whole = File.ReadAllBytes(path);
        File.WriteAllBytes(path, [.. whole[..8], 255, 255, .. whole[10..400]]);
        Assert.Throws<UnreadablePhotoException>(() => new PhotoReader(new PhotoLimits()).Read(path));
    }
}
