using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering;

/// <summary>A recipe made ready to draw: shades read from the photo, curves tabulated.</summary>
internal sealed class RenderPlan
{
    private RenderPlan(Recipe recipe, IReadOnlyList<AreaPlan> areas)
    {
        Recipe = recipe;
        Areas = areas;
        Curve = new WheelCurve(recipe.Grey.Spokes);
    }

    public Recipe Recipe { get; }

    public IReadOnlyList<AreaPlan> Areas { get; }

    public WheelCurve Curve { get; }

    /// <exception cref="RecipeException">The recipe asks for something that can't be computed yet.</exception>
    public static RenderPlan Compile(Recipe recipe, Pyramid photo, PieceCache cache)
    {
        RecipeSupport.Require(recipe);
        return new RenderPlan(recipe, recipe.Areas.Select(a => new AreaPlan(a, a.Mask.Parts.Select(p => Part(p, photo, cache)).ToList())).ToList());
    }

    private static PartPlan Part(MaskPart part, Pyramid photo, PieceCache cache) => part switch
    {
        HuePart hue => new HuePartPlan(hue),
        ColourPart colour => new ColourPartPlan(colour, Field(colour.Picks, colour.Lightness, photo, cache), Field(colour.LeaveOut, colour.Lightness, photo, cache)),
        _ => throw new RecipeException("areas", $"{part.GetType().Name} can't be drawn yet"),
    };

    private static KeyedField? Field(IReadOnlyCollection<ShadePick> picks, double lightness, Pyramid photo, PieceCache cache)
    {
        if (picks.Count == 0) return null;
        var key = RecipeJson.Key(new { lightness, picks });
        return cache.GetOrAdd($"field {key}", () =>
        {
            var shades = ShadeSet.Read(photo, picks);
            return new KeyedField(key, shades.Count == 0 ? null : new ShadeField(shades, lightness / 100));
        }, _ => 256 * 1024);
    }
}

/// <summary>An area and its parts, ready to draw.</summary>
internal sealed record AreaPlan(Area Area, IReadOnlyList<PartPlan> Parts);

/// <summary>A field and a text that stands for its content.</summary>
internal sealed record KeyedField(string Key, ShadeField? Field);
