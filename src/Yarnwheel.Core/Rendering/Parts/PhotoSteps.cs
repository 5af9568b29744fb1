using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>The photo's own steps, which parts and pictures are drawn from.</summary>
/// <param name="Source">The photo.</param>
/// <param name="Lit">It in the recipe's light.</param>
/// <param name="HurriedAt">Scale of a picture that a hand waits for, whose edges may be sought on a smaller picture; null for one that has time.</param>
internal sealed record PhotoSteps(RenderSource Source, LitOperation Lit, double? HurriedAt = null)
{
    /// <summary>The same as masks and edges look at it.</summary>
    public LitOperation Judged { get; } = Source.Photo.IsJudgedApart ? new LitOperation(Lit.Light, isJudged: true) : Lit;

    /// <param name="calm">How far colour noise is smoothed first, 0 … 100.</param>
    public HueOperation Hues(double calm) => new(Lit, calm);

    public BasisOperation Basis(GreyBasis basis) => new(Lit, basis);
}
