using System.Collections.Immutable;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Looks;

/// <summary>Makes a look of a take.</summary>
public static class LookMaking
{
    /// <summary>A look of some pieces of a recipe. Shades that were picked at places become the colours found there.</summary>
    /// <param name="name">Of the look.</param>
    /// <param name="recipe">Valid.</param>
    /// <param name="pieces">Which of its pieces.</param>
    /// <param name="read">Reads the shades of a pick on the recipe's own photo; null to leave them at their places, for the same photo.</param>
    /// <example><code>
    /// var look = LookMaking.Of("Rail", recipe, LookPieces.All with { Finish = false }, pick => renderer.Readings.Shades(recipe, pick));
    /// </code></example>
    public static Look Of(string name, Recipe recipe, LookPieces pieces, Func<ShadePick, IReadOnlyList<Shade>>? read)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        ArgumentNullException.ThrowIfNull(pieces);
        var areas = recipe.Areas.Where((_, index) => pieces.Areas?.Contains(index) ?? true)
            .Select(area => read is null ? area : area with { Mask = area.Mask with { Parts = [.. area.Mask.Parts.Select(p => p is ColourPart colour ? Anywhere(colour, read) : p)] } });
        return new Look
        {
            Name = name,
            Light = pieces.Light ? recipe.Light : null,
            Grey = pieces.Grey ? recipe.Grey : null,
            Ground = pieces.Ground ? recipe.Ground : null,
            Areas = areas.ToImmutableArray() is { IsEmpty: false } some ? some : null,
            Finish = pieces.Finish ? recipe.Finish : null,
        };
    }

    private static ColourPart Anywhere(ColourPart part, Func<ShadePick, IReadOnlyList<Shade>> read) =>
        part with { Picks = [.. part.Picks.Select(p => Anywhere(p, read))], LeaveOut = [.. part.LeaveOut.Select(p => Anywhere(p, read))] };

    private static ShadePick Anywhere(ShadePick pick, Func<ShadePick, IReadOnlyList<Shade>> read) =>
        pick.Shades is not null ? pick : new ShadePick { Shades = [.. read(pick).Select(s => new PickedShade { L = s.L, A = s.A, B = s.B })] };
}
