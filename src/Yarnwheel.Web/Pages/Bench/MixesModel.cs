using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Pages.Bench;

/// <summary>The starting mixes.</summary>
/// <param name="Take">Whose photo they are shown on.</param>
/// <param name="Own">The photographer's own.</param>
public sealed record MixesModel(TakeState Take, IReadOnlyList<(int Id, string Name, GreyMix Grey)> Own);
