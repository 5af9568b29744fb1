using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;

namespace Yarnwheel.DemoScenes.Shapes.Things;

/// <summary>A hedge: leaves scattered in a slab, hanging outwards and down, lighter ones on the outside.</summary>
internal static class Foliage
{
    public static void Grow(List<Primitive> into, Vector3 low, Vector3 high, int count, float size, Vector3 green, Dice dice)
    {
        var outer = new LeafBlade(green);
        var inner = new LeafBlade(green * new Vector3(0.75f, 0.85f, 0.8f));
        var dry = new LeafBlade(new Vector3(0.42f, 0.30f, 0.07f));
        for (var k = 0; k < count; k++)
        {
            var deep = MathF.Pow(dice.Next(), 0.8f);
            var at = new Vector3(dice.Between(low.X, high.X), dice.Between(low.Y, high.Y), high.Z + (low.Z - high.Z) * deep);
            // Clumps: leaves are pulled towards a lumpy outer surface.
            at.Z += 0.16f * Noise.Fractal(new Vector3(at.X * 3.2f, at.Y * 3.2f, 2), 3);
            var along = Vector3.Normalize(new Vector3(dice.Normal() * 0.8f, -0.5f + dice.Normal() * 0.6f, 0.25f + dice.Normal() * 0.6f));
            var width = Vector3.Normalize(Vector3.Cross(along, dice.Direction() + new Vector3(0, 0.7f, 0.9f)));
            var leaf = size * dice.Between(0.55f, 1.25f);
            var material = dice.Next() < 0.02f ? dry : deep < 0.45f ? outer : inner;
            into.Add(new Panel(at, width * leaf * 0.42f, along * leaf, elliptic: true) { Material = material, Variation = dice.Next() });
        }
    }
}
