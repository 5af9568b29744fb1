using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering;

/// <summary>A recipe made ready to draw: shades read from the photo, curves tabulated.</summary>
internal sealed class RenderPlan
{
    private RenderPlan(Recipe recipe, LightPlan light, IReadOnlyList<AreaPlan> areas)
    {
        Recipe = recipe;
        Light = light;
        Areas = areas;
        Curve = new WheelCurve(recipe.Grey.Spokes);
    }

    public Recipe Recipe { get; }

    /// <summary>The light of the whole photo.</summary>
    public LightPlan Light { get; }

    public IReadOnlyList<AreaPlan> Areas { get; }

    public WheelCurve Curve { get; }

    /// <exception cref="RecipeException">The recipe asks for something that can't be computed yet.</exception>
    public static RenderPlan Compile(Recipe recipe, Pyramid photo, PieceCache cache)
    {
        RecipeSupport.Require(recipe);
        var light = LightPlan.Of(recipe.Light);
        return new RenderPlan(recipe, light, recipe.Areas.Select(a => new AreaPlan(a, a.Mask.Parts.Select(p => Part(p, light, photo, cache)).ToList())).ToList());
    }

    private static PartPlan Part(MaskPart part, LightPlan light, Pyramid photo, PieceCache cache) => part switch
    {
        HuePart hue => new HuePartPlan(hue),
        ColourPart colour => new ColourPartPlan(colour, Field(colour.Picks, colour.Lightness, light, photo, cache), Field(colour.LeaveOut, colour.Lightness, light, photo, cache)),
        _ => throw new RecipeException("areas", $"{part.GetType().Name} can't be drawn yet"),
    };

    private static KeyedField? Field(IReadOnlyCollection<ShadePick> picks, double lightness, LightPlan light, Pyramid photo, PieceCache cache)
    {
        if (picks.Count == 0) return null;
        var key = RecipeJson.Key(new { lightness, picks }) + light.Key;
        return cache.GetOrAdd($"field {key}", () =>
        {
            var shades = ShadeSet.Read(photo, picks, light.Chain);
            return new KeyedField(key, shades.Count == 0 ? null : new ShadeField(shades, lightness / 100));
        }, _ => 256 * 1024);
    }
}

/// <summary>An area and its parts, ready to draw.</summary>
internal sealed record AreaPlan(Area Area, IReadOnlyList<PartPlan> Parts)
{
    /// <summary>What is done to its kept colour.</summary>
    public ToneChain Colour { get; } = ToneChain.ColourOf(Area.Treat);

    /// <summary>What is done to its tones, greys included.</summary>
    public ToneChain Tones { get; } = ToneChain.TonesOf(Area.Treat);

    /// <summary>The wash over its grey, or null.</summary>
    public Tint? Tint { get; } = Area.Treat.Tint is { Amount: > 0 } tint ? new Tint(tint, null) : null;
}

/// <summary>The light of the whole photo, ready to be applied.</summary>
/// <param name="Chain">Its operations.</param>
/// <param name="Key">A text that stands for its content; empty where it is neutral.</param>
internal sealed record LightPlan(ToneChain Chain, string Key)
{
    /// <summary>The photo as it came.</summary>
    public static LightPlan None { get; } = Of(new Light());

    public static LightPlan Of(Light light)
    {
        var chain = ToneChain.Of(light);
        return new LightPlan(chain, chain.IsNeutral ? "" : RecipeJson.Key(light));
    }
}

/// <summary>A field and a text that stands for its content.</summary>
internal sealed record KeyedField(string Key, ShadeField? Field);
