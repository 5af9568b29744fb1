using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

/// <summary>Areas that work over all others.</summary>
public class WorkOverTests
{
    private const int Width = 120;
    private const int Height = 80;

    private static readonly View Whole = new(new Region(0, 0, Width, Height), 1);

    private static readonly byte[] Rgb = Pictures.Smooth(Width, Height);

    private static PhotoRenderer Renderer() => new(Pictures.Pyramid(Rgb, Width, Height));

    /// <summary>The left half keeps its colour, turned by 90°; then all of it is worked over.</summary>
    private static Recipe Over(string fields, bool last = true, string mask = """{ "parts": [ { "kind": "ramp", "x0": 2, "y0": 0, "x1": 3, "y1": 0 } ] }""")
    {
        const string half = """{ "name": "Half", "mask": { "parts": [ { "kind": "ramp", "x0": 0.5, "y0": 0, "x1": 0.501, "y1": 0 } ] }, "treat": { "hueShift": 90 } }""";
        var over = $$"""{ "name": "Over", "over": true, "mask": {{mask}}, {{fields}} }""";
        return RecipeJson.Parse($$"""{ "yarnwheel": 1, "areas": [ {{(last ? half + "," + over : over + "," + half)}} ] }""");
    }

    private static byte[] Draw(Recipe recipe, Show show = Show.Result) => Renderer().Frames.Draw(recipe, Whole, show);

    private static readonly Recipe Plain = Over("\"colour\": 0");

    [Fact]
    public void Lightening_by_a_stop_doubles_the_light_of_greys_and_colours()
    {
        byte[] before = Draw(Plain), after = Draw(Over("\"colour\": 0, \"treat\": { \"exposure\": 1 }"));
        var compared = 0;
        for (var i = 0; i < before.Length; i += 3)
        {
            // What leaves the gamut is fitted in only at the end.
            if (before.AsSpan(i, 3).ContainsAnyExceptInRange((byte)8, (byte)180)) continue;
            compared++;
            for (var c = 0; c < 3; c++) Assert.InRange(after[i + c] - 255 * Srgb.Encode(2 * Srgb.Decode(before[i + c])), -2, 2);
        }
        Assert.True(compared > Width * Height / 3);
    }

    [Theory]
    [InlineData("\"warmth\": 60")]
    [InlineData("\"saturation\": 80")]
    [InlineData("\"hueShift\": 70")]
    [InlineData("\"recolour\": { \"hue\": 30, \"amount\": 100 }")]
    public void Greys_stay_as_they_are_under_what_changes_colour(string treat)
    {
        byte[] before = Draw(Plain), after = Draw(Over($"\"colour\": 0, \"treat\": {{ {treat} }}"));
        var changed = 0;
        for (var i = 0; i < before.Length; i += 3)
        {
            if (i / 3 % Width > Width / 2 + 1) Assert.True(before.AsSpan(i, 3).SequenceEqual(after.AsSpan(i, 3)));
            else if (!before.AsSpan(i, 3).SequenceEqual(after.AsSpan(i, 3))) changed++;
        }
        Assert.True(changed > Width * Height / 4);
    }

    [Fact]
    public void It_is_laid_last_wherever_it_stands_in_the_list()
    {
        const string fields = "\"colour\": 20, \"strength\": 60, \"treat\": { \"exposure\": -1, \"warmth\": 30 }";
        Assert.Equal(Draw(Over(fields)), Draw(Over(fields, last: false)));
    }

    [Fact]
    public void Colour_comes_back_only_where_nothing_keeps_it()
    {
        byte[] kept = Draw(Plain), back = Draw(Over("\"colour\": 100"));
        for (var i = 0; i < kept.Length; i += 3)
        {
            var x = i / 3 % Width;
            if (x < Width / 2 - 1) Assert.True(kept.AsSpan(i, 3).SequenceEqual(back.AsSpan(i, 3)), "the turned hues stay turned");
            else if (x > Width / 2 + 1) for (var c = 0; c < 3; c++) Assert.InRange(back[i + c] - Rgb[i + c], -1, 1);
        }
    }

    [Fact]
    public void It_keeps_nothing_unless_it_lets_colour_back_in()
    {
        var renderer = Renderer();
        Assert.Equal(0, renderer.Readings.At(Over("\"colour\": 0, \"treat\": { \"exposure\": 1 }"), 0.8, 0.5).Kept);
        Assert.Equal(50, renderer.Readings.At(Over("\"colour\": 100, \"strength\": 50"), 0.8, 0.5).Kept, 3);
        Assert.Equal(100, renderer.Readings.At(Over("\"colour\": 0"), 0.2, 0.5).Kept, 3);
        // Its own mask can be read and shown as any other.
        Assert.Equal(100, renderer.Readings.At(Over("\"colour\": 0"), 0.8, 0.5, area: 1).Kept, 3);
        Assert.All(renderer.Frames.Draw(Over("\"colour\": 0"), Whole, Show.Mask, area: 1), v => Assert.Equal(255, v));
    }

    [Fact]
    public void All_colours_are_shown_with_what_works_over_them()
    {
        Assert.Equal(Rgb, Draw(Over("\"colour\": 0"), Show.Colours));
        var darker = Draw(Over("\"colour\": 0, \"treat\": { \"exposure\": -1 }"), Show.Colours);
        for (var i = 0; i < Rgb.Length; i++)
            if (Rgb[i] > 60) Assert.InRange(Srgb.Decode(darker[i]) / Srgb.Decode(Rgb[i]), 0.47, 0.53);
    }

    [Fact]
    public void Its_strength_fades_it_in_linear_light()
    {
        byte[] none = Draw(Plain), all = Draw(Over("\"colour\": 0, \"treat\": { \"exposure\": -2 }")), half = Draw(Over("\"colour\": 0, \"strength\": 50, \"treat\": { \"exposure\": -2 }"));
        // Of greys: turned colours are clipped to what can be shown only at the end.
        for (var i = 0; i < none.Length; i++)
            if (i / 3 % Width > Width / 2 + 1) Assert.InRange(half[i] - 255 * Srgb.Encode((Srgb.Decode(none[i]) + Srgb.Decode(all[i])) / 2), -2, 2);
    }

    [Fact]
    public void What_is_kept_of_the_photo_is_counted_by_area_and_in_all()
    {
        var recipe = Over("\"colour\": 100, \"strength\": 50", mask: """{ "parts": [ { "kind": "ramp", "x0": 0.25, "y0": 0, "x1": 0.251, "y1": 0 } ] }""");
        var shares = Renderer().Readings.Shares(recipe with { Areas = [.. recipe.Areas, recipe.Areas[0] with { On = false }] });
        Assert.Equal(3, shares.Areas.Count);
        Assert.Equal(50, shares.Areas[0], 1.0);
        Assert.Equal(25, shares.Areas[1], 1.0);
        Assert.Equal(0, shares.Areas[2]);
        // The half keeps all; the quarter lies within it.
        Assert.Equal(50, shares.All, 1.0);
    }
}
