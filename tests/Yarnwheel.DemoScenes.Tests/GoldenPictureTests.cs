using System.Security.Cryptography;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Tests;

namespace Yarnwheel.DemoScenes.Tests;

/// <summary>Pictures that a rebuilding must not change: the hashes of frames, masks and copies of the demo photographs.</summary>
/// <remarks>Where a picture is meant to change, YARNWHEEL_GOLDEN=write writes the list anew; the change is then told in the commit.</remarks>
public class GoldenPictureTests
{
    private static readonly string List = Repository.File("tests/Yarnwheel.DemoScenes.Tests/References/golden-pictures.txt");

    private static readonly string[] Edges =
    [
        """{ "feather": 5 }""", """{ "grow": 4, "feather": 3 }""", """{ "grow": -6 }""", """{ "smooth": 70 }""", """{ "feather": 8, "contrast": 50 }""",
        """{ "islands": 300, "pinholes": 300 }""", """{ "follow": 40 }""", """{ "follow": 30, "fringe": 80, "smooth": 20, "grow": 1, "feather": 2, "contrast": 20, "islands": 100 }""", """{ "fringe": 100 }""",
    ];

    private const string EachKind = """
        [ { "kind": "hue", "from": 350, "to": 60, "fade": 20 },
          { "kind": "colour", "op": "add", "picks": [ { "x": 0.4, "y": 0.5 } ], "leaveOut": [ { "x": 0.8, "y": 0.2 } ], "reach": 9, "calm": 50 },
          { "kind": "patch", "op": "subtract", "seeds": [ { "x": 0.3, "y": 0.6, "reach": 40 }, { "x": 0.7, "y": 0.4, "reach": 20, "takeAway": true } ], "fade": 6 },
          { "kind": "light", "op": "intersect", "from": 5, "to": 90, "grey": { "spokes": [ { "hue": 260, "lift": 50 } ] } },
          { "kind": "ramp", "op": "intersect", "x0": 0.1, "y0": 0.1, "x1": 0.9, "y1": 0.9 },
          { "kind": "outline", "op": "add", "nodes": [ { "x": 0.2, "y": 0.2, "out": [ 0.1, 0.1 ] }, { "x": 0.6, "y": 0.3 }, { "x": 0.4, "y": 0.8 } ], "softness": 0.02, "lean": 40 },
          { "kind": "subject", "op": "add", "box": { "x0": 0.3, "y0": 0.2, "x1": 0.7, "y1": 0.8 }, "inside": [ [ { "x": 0.45, "y": 0.5 }, { "x": 0.55, "y": 0.5 } ] ] },
          { "kind": "brush", "op": "add", "strokes": [ { "radius": 0.03, "hardness": 40, "flow": 60, "points": [ { "x": 0.1, "y": 0.2 }, { "x": 0.8, "y": 0.5, "pressure": 0.4 } ] },
            { "erase": true, "onMask": "lights", "radius": 0.05, "cling": { "reach": 10 }, "points": [ { "x": 0.3, "y": 0.6 }, { "x": 0.5, "y": 0.4 } ] } ] } ]
        """;

    private const string Everything = """
        "light": { "exposure": 0.4, "contrast": 30, "warmth": 20, "saturation": 30, "protect": 50, "shadows": 20, "localContrast": 60, "fineDetail": 40, "haze": 30 },
        "grey": { "calm": 40, "spokes": [ { "hue": 30, "lift": 60 }, { "hue": 200, "lift": -70 } ] }, "ground": { "colour": 10, "tint": { "hue": 60, "amount": 40 } },
        "finish": { "vignette": { "amount": -60 }, "sharpen": { "amount": 70, "radius": 1.4, "edgesOnly": 40 } }
        """;

    private const string Treated = """ "treat": { "hueShift": 40, "recolour": { "hue": 220, "amount": 50 }, "tint": { "hue": 30, "amount": 40 }, "highlights": -30, "localContrast": -40, "fineDetail": 50, "haze": -20 } """;

    [Fact]
    public void Pictures_are_what_they_were()
    {
        var found = Drawn().Select(p => $"{p.Name}: {p.Hash}").ToList();
        if (Environment.GetEnvironmentVariable("YARNWHEEL_GOLDEN") == "write") File.WriteAllLines(List, found);
        Assert.Equal(File.ReadAllLines(List), found);
    }

    private static IEnumerable<(string Name, string Hash)> Drawn()
    {
        foreach (var path in Directory.GetFiles(CommittedPhoto.Folder, "*.recipe.json").Order(StringComparer.Ordinal))
        {
            var scene = Path.GetFileName(path).Split('.')[0];
            var renderer = new PhotoRenderer(CommittedPhoto.Half(scene));
            var take = RecipeJson.Parse(File.ReadAllBytes(path));
            yield return ($"{scene}, its finished take", Frame(renderer, take, 0.5, Show.Result));
            yield return ($"{scene}, at 100 %", Close(renderer, take, 1));
        }
        var photo = new PhotoRenderer(CommittedPhoto.Half("felt-string"));
        var own = RecipeJson.Parse(File.ReadAllBytes(Path.Combine(CommittedPhoto.Folder, "felt-string.recipe.json")));
        foreach (var edge in Edges)
        {
            var edged = own with { Areas = [own.Areas[0] with { Edge = RecipeJson.Parse($$"""{ "yarnwheel": 1, "areas": [ { "edge": {{edge}} } ] }""").Areas[0].Edge }] };
            yield return ($"felt-string, {edge}", Frame(photo, edged, 0.37, Show.Result));
            yield return ($"felt-string, {edge}, at 100 %", Close(photo, edged, 1));
        }
        var all = RecipeJson.Parse($$"""{ "yarnwheel": 1, {{Everything}}, "areas": [ { "mask": { "parts": {{EachKind}} }, {{Treated}} }, { "colour": 0, "strength": 60, "mask": { "invert": true, "parts": [ { "kind": "hue", "from": 100, "to": 200 } ] }, "treat": { "exposure": -0.5 } } ] }""");
        foreach (var show in Enum.GetValues<Show>())
        {
            yield return ($"every kind, {show}", Hash(photo.Frames.Draw(all, Fit(photo, 0.5), show, null, 30, new Overlay(VeilInk.Both, 0.5, Stitch: show is Show.Mask or Show.Result))));
            yield return ($"every kind, {show}, of one area", Hash(photo.Frames.Draw(all, Fit(photo, 0.3), show, 0, 30, Overlay.Plain)));
        }
        yield return ("every kind, at 200 %", Close(photo, all, 2));
        yield return ("every kind, mask of full size", Hash(System.Runtime.InteropServices.MemoryMarshal.AsBytes(photo.Copies.Mask(all, 0).AsSpan()).ToArray()));
        var small = new PhotoRenderer(Pyramid.Build(CommittedPhoto.Half("yarn-ends").Level(1)));
        var copy = new byte[3 * small.Photo.Width * small.Photo.Height];
        small.Copies.Picture(all, (y, light) => Core.Colour.SrgbByte.EncodeRow(light, copy.AsSpan(3 * y * small.Photo.Width, 3 * small.Photo.Width)));
        yield return ("every kind, a copy", Hash(copy));
    }

    private static View Fit(PhotoRenderer renderer, double scale) =>
        new(new Region(0, 0, AreaSampler.Extent(renderer.Photo.Width, scale), AreaSampler.Extent(renderer.Photo.Height, scale)), scale);

    private static string Frame(PhotoRenderer renderer, Recipe recipe, double scale, Show show) => Hash(renderer.Frames.Draw(recipe, Fit(renderer, scale), show));

    private static string Close(PhotoRenderer renderer, Recipe recipe, double scale) =>
        Hash(renderer.Frames.Draw(recipe, new View(new Region((int)(0.4 * renderer.Photo.Width * scale), (int)(0.4 * renderer.Photo.Height * scale), 420, 300), scale), Show.Result));

    private static string Hash(byte[] pixels) => Convert.ToHexStringLower(SHA256.HashData(pixels))[..16];
}
