using System.Globalization;
using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Measure.Speed;

/// <summary>A JPEG in, a JPEG out, three areas: its time beside the codec library's own reading and writing, its memory in a process of its own.</summary>
internal static class CopyTable
{
    public static IEnumerable<SpeedRow> Rows(Material material, int megapixels, int many)
    {
        var path = material.Jpeg(megapixels);
        var decode = Stopwatches.Median(3, () =>
        {
            using var image = Image.NewFromFile(path, access: Enums.Access.Sequential);
            image.WriteToMemory<byte>();
        });
        using var held = Image.NewFromFile(path).CopyMemory();
        var encode = Stopwatches.Median(3, () => held.JpegsaveBuffer(q: 92, subsampleMode: Enums.ForeignSubsample.Off));
        var small = Child.Run(["copy", path, "3"], []);
        var large = Child.Run(["copy", material.Jpeg(many), "1"], []);
        var peer = $"libvips decode {decode:F0} + encode {encode:F0} ms";
        yield return new($"{megapixels} MP JPEG in, JPEG out, three areas, in process", peer, $"{small[0]:F0} ms; {small[1]:F0} MB", "1.5 × decode + encode", small[0] / (1.5 * (decode + encode)));
        yield return new($"{many} MP likewise: memory", "–", $"{large[1]:F0} MB", "1.2 GB", large[1] / 1200);
        var ratio = large[0] / small[0] / ((double)many / megapixels);
        yield return new($"{many} MP likewise: time", $"{megapixels} MP: {small[0]:F0} ms", $"{large[0]:F0} ms", "linear", ratio / 1.1);
    }

    /// <summary>What the process of its own does: prints milliseconds and the most memory it held, MB.</summary>
    public static void Copy(string path, int runs, Core.Recipes.Recipe recipe)
    {
        var into = Path.Combine(Path.GetTempPath(), $"yarnwheel-{Environment.ProcessId}.jpg");
        var times = new List<double>();
        // The first is warm-up.
        for (var run = 0; run < runs; run++)
        {
            times.Add(Stopwatches.Once(() =>
            {
                var photo = new PhotoReader(new PhotoLimits()).BeginPage(path, 0);
                PhotoWriter.SavePicture(into, new PhotoRenderer(Pyramid.Build(photo.Pixels)), recipe, photo, path, new CopySettings { Quality = 92 });
            }));
            File.Delete(into);
        }
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{times.Min():F1} {Child.Peak("VmHWM"):F0}"));
    }
}
