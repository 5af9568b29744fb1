using System.Globalization;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

public class LikenessTests
{
    // Distances × 100 from the npm package culori 4.0.2: differenceEuclidean('oklab', [w², 1, 1, 0]), w the weight of lightness.
    [Theory]
    [InlineData("#98291f", "#b8502f", 1, 10.724815)]
    [InlineData("#98291f", "#4a7bd0", 0.35, 26.525852)]
    [InlineData("#b8502f", "#2d6e6b", 1, 21.387850)]
    [InlineData("#b8502f", "#e8d24a", 0.35, 18.492064)]
    [InlineData("#2d6e6b", "#4a7bd0", 1, 16.308612)]
    [InlineData("#2d6e6b", "#7a7a7a", 0.35, 7.221906)]
    [InlineData("#4a7bd0", "#e8d24a", 1, 39.482886)]
    [InlineData("#4a7bd0", "#1b1b1b", 0.35, 19.091212)]
    [InlineData("#e8d24a", "#7a7a7a", 1, 31.769548)]
    [InlineData("#e8d24a", "#f5f0e6", 0.35, 14.301200)]
    [InlineData("#7a7a7a", "#1b1b1b", 1, 35.738118)]
    [InlineData("#7a7a7a", "#3f8f3a", 0.35, 14.445544)]
    [InlineData("#1b1b1b", "#f5f0e6", 1, 73.429371)]
    [InlineData("#1b1b1b", "#8a4fb0", 0.35, 19.062810)]
    [InlineData("#f5f0e6", "#3f8f3a", 1, 40.026314)]
    [InlineData("#f5f0e6", "#98291f", 0.35, 22.511200)]
    [InlineData("#3f8f3a", "#8a4fb0", 1, 30.078984)]
    [InlineData("#3f8f3a", "#b8502f", 0.35, 22.747575)]
    [InlineData("#8a4fb0", "#98291f", 1, 21.069356)]
    [InlineData("#8a4fb0", "#2d6e6b", 0.35, 19.653975)]
    public void A_part_by_colour_reaches_as_far_as_a_colour_library_measures(string picked, string other, double weight, double distance)
    {
        const int width = 48, height = 16;
        var rgb = new byte[3 * width * height];
        for (var i = 0; i < rgb.Length; i++)
            rgb[i] = byte.Parse((i / 3 % width < width / 2 ? picked : other).AsSpan(1 + i % 3 * 2, 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture);
        var renderer = new PhotoRenderer(Pictures.Pyramid(rgb, width, height));
        ushort Kept(double reach) => renderer.Copies.Mask(
            new Recipe { Areas = [new Area { Mask = new Mask { Parts = [new ColourPart { Picks = [new ShadePick { X = 0.2, Y = 0.5 }], Reach = reach, Fade = 0, Lightness = 100 * weight }] } }] }, 0)[width * 8 + 40];
        Assert.Equal((0, 65535), (Kept(distance - 0.01), Kept(distance + 0.01)));
    }
}
