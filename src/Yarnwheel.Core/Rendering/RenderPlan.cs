using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Masks.Strokes;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Parts;
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
        Sharpen = recipe.Finish.Sharpen.Amount > 0 ? new Sharpen(recipe.Finish.Sharpen) : null;
    }

    public Recipe Recipe { get; }

    /// <summary>The light of the whole photo.</summary>
    public LightPlan Light { get; }

    public IReadOnlyList<AreaPlan> Areas { get; }

    public WheelCurve Curve { get; }

    /// <summary>Of the finished picture; null for none.</summary>
    public Sharpen? Sharpen { get; }

    public static RenderPlan Compile(Recipe recipe, RenderSource source)
    {
        var light = source.Light(recipe.Light);
        return new RenderPlan(recipe, light, recipe.Areas.Select(a => new AreaPlan(a, a.Mask.Parts.Select(p => Part(p, light, source)).ToList(), LocalTones.Of(a.Treat, source.Details))).ToList());
    }

    private static PartPlan Part(MaskPart part, LightPlan light, RenderSource source) => part switch
    {
        HuePart hue => new HuePartPlan(hue),
        ColourPart colour => new ColourPartPlan(colour, Field(colour.Picks, colour.Lightness, light, source), Field(colour.LeaveOut, colour.Lightness, light, source)),
        PatchPart patch => new PatchPartPlan(patch),
        BrushPart brush => new BrushPartPlan(brush),
        OutlinePart outline => new OutlinePartPlan(outline),
        LightPart tones => new LightPartPlan(tones),
        RampPart ramp => new RampPartPlan(ramp),
        SubjectPart subject => new SubjectPartPlan(subject),
        PicturePart picture => new PicturePartPlan(picture),
        _ => throw new ArgumentOutOfRangeException(nameof(part), part.GetType().Name, "no plan draws it"),
    };

    private static KeyedField? Field(IReadOnlyCollection<ShadePick> picks, double lightness, LightPlan light, RenderSource source)
    {
        if (picks.Count == 0) return null;
        var key = RecipeJson.Key(new { lightness, picks }) + light.Key;
        return source.Cache.GetOrAdd($"field {key}", () =>
        {
            var shades = ShadeSet.Read(source.Photo, picks, light);
            return new KeyedField(key, shades.Count == 0 ? null : new ShadeField(shades, lightness / 100));
        }, _ => 256 * 1024);
    }
}

/// <summary>An area and its parts, ready to draw.</summary>
/// <param name="Area">The area.</param>
/// <param name="Parts">Of its mask.</param>
/// <param name="Local">What its treatment asks for by surroundings, or null.</param>
internal sealed record AreaPlan(Area Area, IReadOnlyList<PartPlan> Parts, LocalTones? Local)
{
    private readonly string[] partKeys = [.. Area.Mask.Parts.Select(KeyOf)];

    /// <summary>A text that stands for its folded mask.</summary>
    public string MaskKey => $"{Area.Mask.Invert} {KeyUpTo(Parts.Count)}";

    /// <summary>A text that stands for the fold of the first parts.</summary>
    public string KeyUpTo(int count) => string.Join(' ', partKeys.Take(count));

    // Strokes are many: each is written out once, not for every frame.
    private static string KeyOf(MaskPart part) => part is BrushPart brush ? RecipeJson.Key<MaskPart>(brush with { Strokes = [] }) + StrokeKey.Of(brush.Strokes) : RecipeJson.Key(part);

    /// <summary>What is done to its kept colour.</summary>
    public ToneChain Colour { get; } = ToneChain.ColourOf(Area.Treat);

    /// <summary>What is done to its tones, greys included.</summary>
    public ToneChain Tones { get; } = ToneChain.TonesOf(Area.Treat);

    /// <summary>The wash over its grey, or null.</summary>
    public Tint? Tint { get; } = Area.Treat.Tint is { Amount: > 0 } tint ? new Tint(tint, null) : null;
}
