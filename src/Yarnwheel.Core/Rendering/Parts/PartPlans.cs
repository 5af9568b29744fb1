using System.Linq.Expressions;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>Which plan draws which kind of part: the one in this folder whose constructor takes it.</summary>
internal static class PartPlans
{
    private static readonly Dictionary<Type, Func<MaskPart, PhotoSteps, PartPlan>> Known = typeof(PartPlan).Assembly.GetTypes()
        .Where(t => t.IsSubclassOf(typeof(PartPlan)))
        .Select(t => t.GetConstructors().Single())
        .ToDictionary(c => c.GetParameters()[0].ParameterType, c =>
        {
            ParameterExpression part = Expression.Parameter(typeof(MaskPart)), steps = Expression.Parameter(typeof(PhotoSteps));
            return Expression.Lambda<Func<MaskPart, PhotoSteps, PartPlan>>(Expression.New(c, Expression.Convert(part, c.GetParameters()[0].ParameterType), steps), part, steps).Compile();
        });

    /// <exception cref="KeyNotFoundException">No plan draws that kind.</exception>
    public static PartPlan Of(MaskPart part, PhotoSteps steps) => Known[part.GetType()](part, steps);
}
