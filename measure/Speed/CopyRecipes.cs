using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Measure.Speed;

/// <summary>The copies that are measured: one recipe, with different edges.</summary>
internal static class CopyRecipes
{
    /// <summary>The skein of the demo take: a contour about as long as those that photographers refine.</summary>
    public static ColourPart Skein { get; } = new()
    {
        Picks = [new ShadePick { X = 0.56, Y = 0.35 }, new ShadePick { X = 0.56, Y = 0.6 }],
        Reach = 6,
        Fade = 3,
        Lightness = 15,
    };

    /// <summary>Names and edges.</summary>
    public static IReadOnlyList<(string Name, EdgeRefinement Edge)> Edges { get; } =
    [
        ("plain", new EdgeRefinement()),
        ("follow-only", new EdgeRefinement { Follow = 40 }),
        ("fringe-only", new EdgeRefinement { Fringe = 100 }),
        ("follow-40", new EdgeRefinement { Follow = 40, Fringe = 60 }),
        ("follow-100", new EdgeRefinement { Follow = 100, Fringe = 100 }),
        ("every-end", new EdgeRefinement { Follow = 100, Fringe = 100, Smooth = 100, Grow = 1000, Feather = 1000, Contrast = 100, Islands = 1e6, Pinholes = 1e6 }),
    ];

    /// <summary>Three areas, of which the first has the edge.</summary>
    public static Recipe Of(string name)
    {
        var area = new Area { Name = "A", Mask = new Mask { Parts = [Skein] }, Edge = Edges.First(e => e.Name == name).Edge };
        return Material.ThreeAreas with { Areas = [area, .. Material.ThreeAreas.Areas.Skip(1)] };
    }
}
