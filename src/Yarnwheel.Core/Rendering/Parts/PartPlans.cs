using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>Which plan draws which kind of part.</summary>
internal static class PartPlans
{
    private static readonly Dictionary<Type, Func<MaskPart, PhotoSteps, PartPlan>> Known = [];

    static PartPlans()
    {
        Add<HuePart>((p, s) => new HuePartPlan(p, s));
        Add<ColourPart>((p, s) => new ColourPartPlan(p, s));
        Add<PatchPart>((p, s) => new PatchPartPlan(p, s));
        Add<BrushPart>((p, s) => new BrushPartPlan(p, s));
        Add<OutlinePart>((p, s) => new OutlinePartPlan(p, s));
        Add<LightPart>((p, s) => new LightPartPlan(p, s));
        Add<RampPart>((p, s) => new RampPartPlan(p, s));
        Add<SubjectPart>((p, s) => new SubjectPartPlan(p, s));
        Add<PicturePart>((p, s) => new PicturePartPlan(p, s));
    }

    public static PartPlan Of(MaskPart part, PhotoSteps steps) => Known[part.GetType()](part, steps);

    private static void Add<T>(Func<T, PhotoSteps, PartPlan> plan) where T : MaskPart => Known[typeof(T)] = (part, steps) => plan((T)part, steps);
}
