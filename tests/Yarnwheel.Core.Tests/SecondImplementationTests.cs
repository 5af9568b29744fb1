using System.Text.Json.Nodes;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

/// <summary>docs/recipe.md holds all that is needed to compute the picture: a second implementation (Reference/recipe.py), which uses nothing else, gives the same.</summary>
public class SecondImplementationTests
{
    private const int Width = 32, Height = 24;

    // Of 65535; of colours that were brought into the gamut, whose edge is found by halving along the hue that single precision gives.
    private const int Steps = 2, StepsOutside = 10;

    // Beside a strong channel a dark one is the small difference of large numbers of single precision; there a step of code is 10⁻⁶ of light.
    private const double Light = 6e-6;

    private static readonly string[] Recipes =
    [
        """{ "yarnwheel": 1 }""",
        """{ "yarnwheel": 1, "ground": { "colour": 100 } }""",
        """{ "yarnwheel": 1, "ground": { "colour": 100 }, "light": { "warmth": 60, "greenMagenta": -40, "saturation": 70, "protect": 60, "exposure": 0.7 } }""",
        """{ "yarnwheel": 1, "ground": { "colour": 100 }, "light": { "warmth": -80, "greenMagenta": 50, "saturation": -40, "contrast": 60, "shadows": 80, "highlights": -70 } }""",
        """{ "yarnwheel": 1, "ground": { "colour": 40 }, "light": { "blackPoint": -60, "whitePoint": 50, "contrast": -70, "shadows": -60, "highlights": 90 } }""",
        """{ "yarnwheel": 1, "ground": { "colour": 100 }, "light": { "blackPoint": 70, "whitePoint": -60, "exposure": -1.5 } }""",
        """{ "yarnwheel": 1, "grey": { "calm": 0, "spokes": [ { "hue": 29, "lift": 80 }, { "hue": 110, "lift": -60 }, { "hue": 200, "lift": 40 }, { "hue": 200, "lift": 100 }, { "hue": 360, "lift": -20 } ] } }""",
        """{ "yarnwheel": 1, "grey": { "calm": 0, "basis": "perceptual", "spokes": [ { "hue": 250, "lift": -100 } ] }, "ground": { "tint": { "hue": 60, "amount": 50 }, "tintDarks": { "hue": 250, "amount": 70 } } }""",
        """{ "yarnwheel": 1, "grey": { "calm": 0, "basis": "lightness", "spokes": [ { "hue": 20, "lift": 100 }, { "hue": 24, "lift": 80 }, { "hue": 28, "lift": 95 }, { "hue": 31, "lift": 85 } ] }, "ground": { "tint": { "hue": 300, "amount": 100 } } }""",
        """{ "yarnwheel": 1, "grey": { "basis": "average" }, "finish": { "vignette": { "amount": -70, "extent": 30, "softness": 60, "shape": 80 } } }""",
        """{ "yarnwheel": 1, "finish": { "vignette": { "amount": 50, "shape": 0 } }, "areas": [ { "mask": { "parts": [ { "kind": "hue", "from": 330, "to": 80, "fade": 40 }, { "kind": "ramp", "op": "intersect", "x0": 0.2, "y0": 0.1, "x1": 0.8, "y1": 0.9 } ] }, "treat": { "saturation": 60, "hueShift": 40, "exposure": 0.3 } } ] }""",
        """{ "yarnwheel": 1, "areas": [ { "colour": 60, "strength": 70, "mask": { "invert": true, "parts": [ { "kind": "light", "from": 30, "to": 70, "fadeTo": 25 }, { "kind": "ramp", "shape": "radial", "op": "subtract", "rx": 0.4, "ry": 0.2, "angle": 30, "feather": 70 } ] }, "treat": { "tint": { "hue": 200, "amount": 80 }, "recolour": { "hue": 140, "amount": 60 }, "contrast": 30 } } ] }""",
        """{ "yarnwheel": 1, "areas": [ { "mask": { "parts": [ { "kind": "colour", "reach": 15, "fade": 10, "picks": [ { "shades": [ { "l": 0.6, "a": 0.1, "b": 0.05 }, { "l": 0.3, "a": -0.1, "b": 0 } ] } ], "leaveOut": [ { "shades": [ { "l": 0.5, "a": 0, "b": 0.1 } ] } ] } ] } }, { "on": false } ] }""",
        """{ "yarnwheel": 1, "areas": [ { "colour": 30, "mask": { "parts": [ { "kind": "hue", "amounts": [ { "hue": 30, "amount": 100 }, { "hue": 150, "amount": 20 }, { "hue": 270, "amount": 70 } ], "minChroma": 2 } ] } }, { "over": true, "colour": 50, "strength": 80, "mask": { "parts": [ { "kind": "light", "curve": [ { "tone": 10, "mask": 0 }, { "tone": 50, "mask": 90 }, { "tone": 80, "mask": 100 }, { "tone": 95, "mask": 20 } ] } ] }, "treat": { "tint": { "hue": 90, "amount": 60 }, "warmth": 40, "shadows": 50 } } ] }""",
        """{ "yarnwheel": 1, "ground": { "colour": 100 }, "light": { "exposure": 1.5, "saturation": 100 } }""",
    ];

    [Fact]
    public void A_second_implementation_from_the_document_gives_the_same_picture()
    {
        var random = new Random(5);
        var rgb = new byte[3 * Width * Height];
        random.NextBytes(rgb);
        // Greys, full colours and their mixtures are there too.
        for (var i = 0; i < 60; i++) rgb[3 * i] = rgb[3 * i + 1] = rgb[3 * i + 2] = (byte)(i * 255 / 59);
        for (var i = 60; i < 100; i++) for (var c = 0; c < 3; c++) rgb[3 * i + c] = (byte)(random.Next(3) * 127.5);
        var task = new JsonObject
        {
            ["width"] = Width,
            ["height"] = Height,
            ["rgb"] = new JsonArray([.. rgb.Select(v => (JsonNode)(int)v)]),
            ["recipes"] = new JsonArray([.. Recipes.Select(r => JsonNode.Parse(r))]),
            ["defaults"] = JsonNode.Parse(RecipeSchema.Write(Repository.Documentation)),
        };
        var pictures = JsonNode.Parse(Python.Run(Repository.File("tests/Yarnwheel.Core.Tests/Reference/recipe.py"), task.ToJsonString()))!.AsArray();
        var renderer = new PhotoRenderer(Pyramid.Build(new BytePixels(rgb, Width, Height)));
        for (var k = 0; k < Recipes.Length; k++)
        {
            var expected = pictures[k]!.AsArray().Select(v => (int)v!).ToArray();
            var actual = new int[expected.Length];
            var limits = new int[expected.Length];
            renderer.Copies.Picture(RecipeJson.Parse(Recipes[k]), (y, light) =>
            {
                for (var x = 0; x < Width; x++)
                {
                    var (r, g, b) = Gamut.Srgb.Fit(light.Red[x], light.Green[x], light.Blue[x]);
                    float[] channels = [r, g, b], before = [light.Red[x], light.Green[x], light.Blue[x]];
                    for (var c = 0; c < 3; c++)
                    {
                        actual[3 * (y * Width + x) + c] = (int)Math.Round(Srgb.Encode((double)channels[c]) * 65535);
                        limits[3 * (y * Width + x) + c] = before.All(v => v is >= 0 and <= 1) ? Steps : StepsOutside;
                    }
                }
            }, null, TestContext.Current.CancellationToken);
            var off = Enumerable.Range(0, actual.Length).Where(i => Math.Abs(actual[i] - expected[i]) > limits[i] && Math.Abs(Srgb.Decode(actual[i] / 65535.0) - Srgb.Decode(expected[i] / 65535.0)) > Light).ToList();
            Assert.True(off.Count == 0, $"recipe {k}: {string.Join("; ", off.Take(5).Select(i => $"{actual[i]}, by the document {expected[i]}, of {string.Join(' ', rgb[(i / 3 * 3)..(i / 3 * 3 + 3)])}"))}; {off.Count} in all");
        }
    }
}
