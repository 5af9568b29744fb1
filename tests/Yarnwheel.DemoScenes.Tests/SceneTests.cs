using System.Numerics;
using Yarnwheel.Core.Colour;
using Yarnwheel.DemoScenes.Camera;
using Yarnwheel.DemoScenes.Scenes;
using Yarnwheel.DemoScenes.Tracing;
using Yarnwheel.DemoScenes.Truth;

namespace Yarnwheel.DemoScenes.Tests;

public class SceneTests
{
    private const int Width = 60;
    private const int Height = 40;

    public static TheoryData<string> Scenes => [.. AllScenes.List.Select(s => s.Name)];

    [Theory]
    [MemberData(nameof(Scenes))]
    public void The_same_seed_gives_the_same_bytes(string name)
    {
        var first = BuiltScene.Of(name);
        var second = AllScenes.Named(name).Build();
        var a = Exposure.Take(first, Width, Height, 3);
        var b = Exposure.Take(second, Width, Height, 3);
        Assert.Equal(Development.Develop(a.Light, Width, Height, first.Look, first.Seed), Development.Develop(b.Light, Width, Height, second.Look, second.Seed));
    }

    [Theory]
    [MemberData(nameof(Scenes))]
    public void Alpha_times_colour_and_the_rest_times_background_is_the_picture(string name)
    {
        var scene = BuiltScene.Of(name);
        var exposure = Exposure.Take(scene, Width, Height, 6);
        var picture = Development.Develop(exposure.Light, Width, Height, scene.Look, scene.Seed, grain: false);
        for (var subject = 0; subject < scene.Subjects.Count; subject++)
        {
            var truth = new TrueColours(exposure, subject);
            Assert.All(truth.Alpha, a => Assert.InRange(a, 0, 1));
            var mixed = new float[exposure.Light.Length];
            for (var i = 0; i < mixed.Length; i++)
                mixed[i] = truth.Alpha[i / 3] * truth.Subject[i] + (1 - truth.Alpha[i / 3]) * truth.Rest[i];
            var composite = Development.Develop(mixed, Width, Height, scene.Look, scene.Seed, grain: false);
            Assert.True(composite.Zip(picture, (p, q) => Math.Abs(p - q)).Average() < 2);
            Assert.Contains(truth.Alpha, a => a > 0.5f);
        }
    }

    [Fact]
    public void A_thin_lens_is_sharp_at_its_focus_and_blurs_by_similar_triangles_behind_it()
    {
        const float stop = 0.02f;
        var lens = new ThinLens(new Vector3(0, 0, 2), Vector3.Zero, 30, 2, stop);
        foreach (var (distance, radius) in (List<(float, float)>)[(2, 0), (4, stop)])
        {
            var reach = 0f;
            for (var k = 0; k < 500; k++)
            {
                var sampler = new Sampler(k, 0, k, 1);
                var ray = lens.Through(0, 0, sampler.Next2());
                var t = distance / Vector3.Dot(ray.Direction, -Vector3.UnitZ);
                var at = ray.At(t);
                reach = Math.Max(reach, new Vector2(at.X, at.Y).Length());
            }
            Assert.Equal(radius, reach, 0.001);
        }
    }

    [Fact]
    public void Development_keeps_black_black_and_the_order_of_tones()
    {
        var light = Enumerable.Range(0, 64).SelectMany(i => (float[])[i / 32f, i / 32f, i / 32f]).ToArray();
        var look = new CameraLook { Vignetting = 0, LateralColour = 0 };
        var picture = Development.Develop(light, 32, 2, look, 1, grain: false);
        Assert.Equal(0, picture[0]);
        for (var i = 1; i < 32; i++) Assert.True(picture[3 * i] >= picture[3 * i - 3]);
    }

    [Fact]
    public void Grain_has_no_bias_and_is_the_same_for_the_same_seed()
    {
        var light = Enumerable.Repeat(0.2f, 3 * 80 * 80).ToArray();
        var look = new CameraLook { Vignetting = 0, Grain = 0.2f };
        var clean = Development.Develop(light, 80, 80, look, 4, grain: false);
        var grainy = Development.Develop(light, 80, 80, look, 4);
        Assert.Equal(clean.Average(v => Srgb.Decode(v)), grainy.Average(v => Srgb.Decode(v)), 0.003);
        Assert.True(grainy.Distinct().Count() > 8);
        Assert.Equal(grainy, Development.Develop(light, 80, 80, look, 4));
        Assert.NotEqual(grainy, Development.Develop(light, 80, 80, look, 5));
    }
}
