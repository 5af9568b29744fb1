using System.IO.Compression;
using System.Xml.Linq;
using FsCheck.Xunit;
using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Storage.Tests;

/// <summary>OpenRaster 0.0.6 (freedesktop.org): what is in the archive, and that its layers make the picture.</summary>
public sealed class LayeredTests : IDisposable
{
    private static readonly Recipe Recipe = RecipeJson.Parse("""
        { "yarnwheel": 1, "finish": { "sharpen": { "amount": 60 }, "vignette": { "amount": -40 } }, "areas": [
          { "name": "Indigo", "mask": { "parts": [ { "kind": "hue", "from": 230, "to": 320 } ] }, "edge": { "feather": 3 }, "treat": { "saturation": 60, "exposure": 0.7 } },
          { "name": "Off", "on": false, "mask": { "parts": [ { "kind": "light" } ] } },
          { "name": "Half", "strength": 50, "mask": { "parts": [ { "kind": "light", "from": 40, "to": 100 } ] } } ] }
        """);

    private readonly TempFolder folder = new();

    public LayeredTests() => CodecLibrary.Prepare();

    public void Dispose() => folder.Dispose();

    private static Image Read(ZipArchive zip, string name)
    {
        using var stream = zip.GetEntry(name)!.Open();
        using var memory = new MemoryStream();
        stream.CopyTo(memory);
        return Image.NewFromBuffer(memory.ToArray());
    }

    [Fact]
    public void Its_layers_laid_over_one_another_are_the_picture()
    {
        var photo = new PhotoReader(new PhotoLimits()).Read(TestPhotos.Write(folder, "a.png"));
        var renderer = new PhotoRenderer(Pyramid.Build(photo.Pixels));
        LayeredWriter.Save(folder.File("a.ora"), renderer, Recipe);
        PhotoWriter.SavePicture(folder.File("a.out.png"), renderer, Recipe, photo, null, new CopySettings { Format = CopyFormat.Png });

        using var zip = ZipFile.OpenRead(folder.File("a.ora"));
        Assert.Equal("mimetype", zip.Entries[0].FullName);
        Assert.Equal(zip.Entries[0].Length, zip.Entries[0].CompressedLength);
        using (var reader = new StreamReader(zip.Entries[0].Open())) Assert.Equal("image/openraster", reader.ReadToEnd());
        using var stack = zip.GetEntry("stack.xml")!.Open();
        var image = XDocument.Load(stack).Root!;
        Assert.Equal((TestPhotos.Width, TestPhotos.Height), ((int)image.Attribute("w")!, (int)image.Attribute("h")!));
        // The uppermost layer stands first.
        var layers = image.Element("stack")!.Elements("layer").ToList();
        Assert.Equal(["Half", "Indigo", "Greys"], layers.Select(l => (string)l.Attribute("name")!));

        // W3C Compositing and Blending, 5.1: source over, in the values as they are written.
        var composed = new double[3 * TestPhotos.Width * TestPhotos.Height];
        foreach (var layer in Enumerable.Reverse(layers))
        {
            using var picture = Read(zip, (string)layer.Attribute("src")!);
            var values = picture.WriteToMemory<byte>();
            for (var i = 0; i < composed.Length / 3; i++)
            {
                var alpha = picture.Bands == 4 ? values[4 * i + 3] / 255.0 : 1;
                for (var c = 0; c < 3; c++) composed[3 * i + c] = values[picture.Bands * i + c] * alpha + composed[3 * i + c] * (1 - alpha);
            }
        }
        var rendered = TestPhotos.Read(folder.File("a.out.png"));
        Assert.InRange(composed.Select((v, i) => Math.Abs(v - rendered[i])).Max(), 0, 1.01);
        using var merged = Read(zip, "mergedimage.png");
        Assert.Equal(rendered, merged.WriteToMemory<byte>());
        using var thumbnail = Read(zip, "Thumbnails/thumbnail.png");
        Assert.InRange(Math.Max(thumbnail.Width, thumbnail.Height), 1, 256);
        // A layer is its area: nothing of it where the area is nothing and the pictures agree, its own colours where it is all.
        using var indigo = Read(zip, "data/area-01.png");
        Assert.Equal(0, indigo[3].Min());
        Assert.Equal(255, indigo[3].Max());
    }

    [Property]
    public bool A_layer_turns_any_picture_into_any_other(byte[] below, byte[] with, byte opacity)
    {
        var count = Math.Min(below.Length, with.Length) / 3;
        var layer = LayeredWriter.LayerOf(below, with, [.. Enumerable.Repeat((ushort)(opacity * 257), count)], 1, CancellationToken.None);
        return Enumerable.Range(0, count).All(i => Enumerable.Range(0, 3).All(c =>
        {
            var alpha = layer[4 * i + 3] / 255.0;
            return alpha >= opacity / 255.0 - 1e-9 && Math.Abs(layer[4 * i + c] * alpha + below[3 * i + c] * (1 - alpha) - with[3 * i + c]) <= 0.51;
        }));
    }
}
