using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Yarnwheel.Core.Looks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

public class LookTests
{
    private static readonly Recipe Worked = RecipeJson.Parse("""
        { "yarnwheel": 1, "light": { "exposure": 0.4, "contrast": -20 }, "grey": { "basis": "perceptual", "calm": 10, "spokes": [ { "hue": 30, "lift": 60 }, { "hue": 200, "lift": -70 } ] },
          "ground": { "colour": 10, "tintDarks": { "hue": 350, "amount": 40 } }, "finish": { "vignette": { "amount": -20 } },
          "areas": [ { "name": "Reds", "mask": { "parts": [ { "kind": "hue", "from": 10, "to": 40 } ] } },
            { "name": "Skein", "strength": 80, "mask": { "parts": [ { "kind": "colour", "picks": [ { "x": 0.3, "y": 0.4 }, { "x0": 0.1, "y0": 0.1, "x1": 0.3, "y1": 0.2 } ], "reach": 9, "calm": 20 },
              { "kind": "brush", "op": "subtract", "strokes": [ { "points": [ { "x": 0.1, "y": 0.2 } ] } ] } ] } } ] }
        """);

    private static readonly SubjectPart Found = new() { Box = new Box { X0 = 0.2, Y0 = 0.2, X1 = 0.6, Y1 = 0.7 }, Found = SubjectFinding.Main };

    private static readonly Recipe[] Recipes = [new(), Worked, new() { Areas = [new Area { Name = "Reds", Mask = new Mask { Parts = [Found] } }] }];

    private static readonly Look[] Looks = [.. OwnLooks.All.Select(l => l.Look), LookMaking.Of("Worked", Worked, LookPieces.All, null)];

    /// <summary>Any look, on any recipe, in any way.</summary>
    [Property(MaxTest = 300)]
    public Property Laying_a_look_and_taking_it_off_returns_the_recipe() => Prop.ForAll(
        (from recipe in Gen.Elements(Recipes)
         from look in Gen.Elements(Looks)
         from strength in Gen.Choose(0, 100)
         from ticks in Gen.Choose(0, 127)
         select (recipe, look, strength, ticks)).ToArbitrary(),
        given =>
        {
            var (recipe, look, strength, ticks) = given;
            bool Is(int bit) => (ticks >> bit & 1) == 1;
            var wish = new LookWish(new LookPieces(Is(0), Is(1), Is(2), Is(3), Is(4) ? [0] : null), strength, Is(5), Is(6));
            var laid = LookLaying.On(recipe, look, wish, _ => Is(4) ? Found : null);
            var (result, takesOff) = RecipeEdit.Apply(recipe, laid.Change);
            return RecipeValidator.Check(result).Count == 0
                && RecipeJson.Write(RecipeEdit.Apply(result, takesOff).Result) == RecipeJson.Write(recipe)
                && (strength > 0 || laid.Change.Count == 0);
        });

    [Fact]
    public void At_full_strength_a_take_s_look_makes_an_empty_take_the_same()
    {
        var laid = LookLaying.On(new Recipe(), LookMaking.Of("Worked", Worked, LookPieces.All, null), new LookWish(LookPieces.All, Placed: true), _ => null);
        Assert.Equal(RecipeJson.Write(Worked), RecipeJson.Write(RecipeEdit.Apply(new Recipe(), laid.Change).Result));
        Assert.Empty(laid.Left);
    }

    [Fact]
    public void Half_of_a_look_lies_half_way()
    {
        var look = new Look { Light = new Light { Exposure = 1 }, Ground = new Ground { Tint = new HueAmount { Hue = 20, Amount = 30 } }, Grey = new GreyMix { Calm = 50, Spokes = [new Spoke { Hue = 90, Lift = 40 }] } };
        var recipe = new Recipe { Ground = new Ground { Colour = 10, Tint = new HueAmount { Hue = 340, Amount = 10 } }, Light = new Light { Contrast = 20 } };
        var (half, _) = RecipeEdit.Apply(recipe, LookLaying.On(recipe, look, new LookWish(LookPieces.All, 50), _ => null).Change);
        Assert.Equal((0.5, 10.0), (half.Light.Exposure, half.Light.Contrast));
        Assert.Equal((5.0, 0.0, 20.0), (half.Ground.Colour, half.Ground.Tint!.Hue % 360, half.Ground.Tint.Amount));     // 340° to 20° by way of 0°
        Assert.Equal((40.0, 20.0), (half.Grey.Calm, Assert.Single(half.Grey.Spokes).Lift));
    }

    [Fact]
    public void What_is_bound_to_a_place_is_left_out_with_words_or_kept_as_asked()
    {
        var look = LookMaking.Of("Worked", Worked, LookPieces.All, _ => [new Masks.Shade(0.5f, 0.1f, 0.05f)]);
        var laid = LookLaying.On(new Recipe(), look, new LookWish(LookPieces.All), _ => null);
        var (result, _) = RecipeEdit.Apply(new Recipe(), laid.Change);
        Assert.Equal("Skein: brush strokes would mean something else on this photo", Assert.Single(laid.Left));
        Assert.IsType<ColourPart>(Assert.Single(result.Areas[1].Mask.Parts));
        Assert.Empty(LookLaying.On(new Recipe(), look, new LookWish(LookPieces.All, Placed: true), _ => null).Left);
        // An area of which nothing is left does not come.
        var brushed = new Look { Areas = [new Area { Name = "B", Mask = new Mask { Parts = [new BrushPart()] } }] };
        Assert.Empty(LookLaying.On(new Recipe(), brushed, new LookWish(LookPieces.All), _ => null).Change);
    }

    [Fact]
    public void The_main_subject_is_looked_for_anew()
    {
        var look = new Look { Areas = [new Area { Mask = new Mask { Parts = [new SubjectPart { Found = SubjectFinding.Main, Invert = true, Op = MaskOp.Intersect }] } }] };
        var (result, _) = RecipeEdit.Apply(new Recipe(), LookLaying.On(new Recipe(), look, new LookWish(LookPieces.All), _ => Found).Change);
        var part = Assert.IsType<SubjectPart>(result.Areas[0].Mask.Parts[0]);
        Assert.Equal((true, MaskOp.Intersect, 0.2), (part.Invert, part.Op, part.Box!.X0));
        Assert.Contains("no clear main subject", Assert.Single(LookLaying.On(new Recipe(), look, new LookWish(LookPieces.All), _ => null).Left));
    }

    [Fact]
    public void An_area_copied_into_another_take_gives_the_same_mask_and_by_its_colours_on_another_photo()
    {
        const int width = 150, height = 100;
        var renderer = new PhotoRenderer(Pictures.Pyramid(Pictures.Smooth(width, height), width, height));
        byte[] Mask(Recipe recipe, int area) => renderer.Frames.Draw(recipe, View.Whole(renderer.Photo), Show.Mask, area);
        var from = Worked with { Light = new Light() };
        var pieces = new LookPieces(false, false, false, false, [1]);
        var other = new Recipe { Areas = [new Area { Name = "Skein", Mask = new Mask { Parts = [new HuePart { To = 90 }] } }] };
        var (copied, _) = RecipeEdit.Apply(other, LookLaying.On(other, LookMaking.Of("x", from, pieces, null), new LookWish(LookPieces.All, Placed: true), _ => null).Change);
        Assert.Equal(["Skein", "Skein 2"], copied.Areas.Select(a => a.Name));
        Assert.Equal(Mask(from, 1), Mask(copied, 1));
        // With the colours instead of the places the mask is the same on the same photo.
        var look = LookMaking.Of("x", from, pieces, pick => renderer.Readings.Shades(from, pick));
        Assert.All(((ColourPart)look.Areas!.Value[0].Mask.Parts[0]).Picks, p => Assert.NotNull(p.Shades));
        var (coloured, _) = RecipeEdit.Apply(new Recipe(), LookLaying.On(new Recipe(), look, new LookWish(LookPieces.All, Placed: true), _ => null).Change);
        Assert.Equal(Mask(from, 1), Mask(coloured, 0));
    }

    [Fact]
    public void Looks_are_written_read_and_checked()
    {
        Assert.All(OwnLooks.All, own => Assert.Equal(LookJson.Write(own.Look), LookJson.Write(LookJson.Parse(LookJson.Write(own.Look)))));
        Assert.Equal(12, OwnLooks.All.Select(l => l.Key).Distinct().Count());
        Assert.Equal("yarnwheelLook", Assert.Throws<RecipeException>(() => LookJson.Parse("""{ "name": "x" }""")).Faults[0].Path);
        Assert.Equal("ground.colour", Assert.Throws<RecipeException>(() => LookJson.Parse("""{ "yarnwheelLook": 1, "ground": { "colour": 400 } }""")).Faults[0].Path);
        Assert.Equal("areas[0].mask.parts[0].picks[0]", Assert.Throws<RecipeException>(() => LookJson.Parse("""
            { "yarnwheelLook": 1, "areas": [ { "mask": { "parts": [ { "kind": "colour", "picks": [ { "x": 0.5, "y": 0.5, "shades": [ { "l": 0.5 } ] } ] } ] } } ] }
            """)).Faults[0].Path);
        Assert.Equal(LookJson.Schema(Repository.Documentation), File.ReadAllText(Repository.File("docs/look-1.schema.json")));
    }
}
