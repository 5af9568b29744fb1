using System.Text.Json.Nodes;
using NetVips;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Tests;
using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Scenes;
using Yarnwheel.DemoScenes.Truth;

namespace Yarnwheel.DemoScenes.Tests;

public sealed class PictureFileTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("demo-scenes").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    private string In(string name) => Path.Combine(folder, name);

    [Fact]
    public void What_is_written_beside_a_picture_makes_the_picture_again()
    {
        const int width = 120, height = 80;
        var scene = new FeltString();
        ScenePictures.Render(scene, folder, width, 8, raw: true, colours: true, _ => { });
        var model = scene.Build();
        var exposure = Exposure.Take(model, width, height, 8);
        var alpha = exposure.Coverage[0];
        var own = TrueColours.Decode(Words(In("felt-string.madder-balls.colour.png")), model);
        var rest = TrueColours.Decode(Words(In("felt-string.madder-balls.rest.png")), model);
        var mixed = own.Select((v, i) => alpha[i / 3] * v + (1 - alpha[i / 3]) * rest[i]).ToArray();
        byte[] Photographed(float[] light) => Development.Develop(light, width, height, model.Look, model.Seed, grain: false);
        Assert.True(Apart(Photographed(mixed), Photographed(exposure.Light)) < 2);
        using var picture = Image.NewFromFile(In("felt-string.jpg"));
        Assert.Equal((width, height), (picture.Width, picture.Height));
        // The file has grain and what JPEG loses as well.
        Assert.True(Apart(Photographed(mixed), picture.WriteToMemory<byte>()) < 8);

        using var mask = Image.NewFromFile(In("felt-string.madder-balls.png"));
        Assert.Equal((width / 2, height / 2, Enums.BandFormat.Ushort), (mask.Width, mask.Height, mask.Format));
        Assert.Equal((alpha[0] + alpha[1] + alpha[width] + alpha[width + 1]) / 4, mask.WriteToMemory<ushort>()[0] / 65535.0, 0.0001);
    }

    [Fact]
    public void Radiance_survives_being_written()
    {
        var model = BuiltScene.Of("hoop-wall");
        float[] radiance = [0, 0.0004f, 0.02f, 0.5f, 1, 7];
        var back = TrueColours.Decode(TrueColours.Encode(radiance, model), model);
        for (var i = 0; i < radiance.Length; i++) Assert.Equal(radiance[i], back[i], 0.0002 * Math.Sqrt(radiance[i]) + 1e-7);
    }

    public static TheoryData<string> Scenes => [.. AllScenes.List.Select(s => s.Name)];

    [Theory]
    [MemberData(nameof(Scenes))]
    public void The_committed_files_of_a_scene_belong_together(string name)
    {
        var model = BuiltScene.Of(name);
        var demo = Repository.File("demo");
        Assert.InRange(new FileInfo(Path.Combine(demo, name + ".jpg")).Length, 100_000, 4_000_000);
        using var picture = Image.NewFromFile(Path.Combine(demo, name + ".jpg"));
        Assert.True(picture.Width * picture.Height >= 6_000_000);
        var text = File.ReadAllText(Path.Combine(demo, name + ".json"));
        var sheet = JsonNode.Parse(text)!;
        IReadOnlyList<float[]> masks = [.. model.Subjects.Select(s => CommittedPhoto.Alpha(name, s).Select(a => a / 65535f).ToArray())];
        Assert.Equal(SceneSheet.Write(name, model, picture.Width, picture.Height, AllScenes.Named(name).Samples, masks), text);
        var subjects = sheet["subjects"]!.AsArray();
        Assert.Equal(model.Subjects, subjects.Select(s => s!["name"]!.GetValue<string>()));
        foreach (var subject in subjects)
        {
            var recipe = RecipeJson.Parse(new JsonObject
            {
                ["yarnwheel"] = 1,
                ["areas"] = new JsonArray(new JsonObject { ["mask"] = new JsonObject { ["parts"] = new JsonArray(subject!["part"]!.DeepClone()) } }),
            });
            var part = Assert.IsType<SubjectPart>(Assert.Single(recipe.Areas[0].Mask.Parts));
            using var mask = Image.NewFromFile(Path.Combine(demo, $"{name}.{subject["name"]}.png"));
            Assert.Equal((picture.Width / 2, picture.Height / 2), (mask.Width, mask.Height));
            var alpha = mask.WriteToMemory<ushort>();
            ushort At(StrokePoint p) => alpha[(int)(p.Y * mask.Height) * mask.Width + (int)(p.X * mask.Width)];
            Assert.NotEmpty(part.Inside);
            Assert.NotEmpty(part.Outside);
            Assert.All(part.Inside.SelectMany(s => s), p => Assert.True(At(p) > 33_000));
            Assert.All(part.Outside.SelectMany(s => s), p => Assert.True(At(p) < 300));
            var box = part.Box!;
            for (var i = 0; i < alpha.Length; i++)
            {
                if (alpha[i] <= 33_000) continue;
                Assert.InRange((i % mask.Width + 0.5) / mask.Width, box.X0, box.X1);
                Assert.InRange((i / mask.Width + 0.5) / mask.Height, box.Y0, box.Y1);
            }
        }
    }

    private static double Apart(byte[] a, byte[] b) => a.Zip(b, (p, q) => Math.Abs(p - q)).Average();

    private static ushort[] Words(string path)
    {
        using var image = Image.NewFromFile(path);
        return image.WriteToMemory<ushort>();
    }
}
