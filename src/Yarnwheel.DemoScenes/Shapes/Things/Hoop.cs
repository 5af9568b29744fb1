using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Materials.Textiles;
using Yarnwheel.DemoScenes.Shapes.Textiles;

namespace Yarnwheel.DemoScenes.Shapes.Things;

/// <summary>Rings that hang on a wall: an embroidery hoop (two bands of wood and a screw) and a darning ring (one round of wood), wound in part with thread.</summary>
internal static class Hoop
{
    private static readonly Vector3 Outwards = Vector3.UnitZ;

    /// <summary>Wound stretches: where they begin and end (turns, from the right, against the clock), and in which dye.</summary>
    internal readonly record struct Wrap(float From, float To, Vector3 Dye);

    /// <param name="into">Where the shapes go.</param>
    /// <param name="nail">Where it hangs, on the wall, metres.</param>
    /// <param name="radius">Metres.</param>
    /// <param name="turned">How far its screw has turned away from the top, turns.</param>
    /// <param name="wood">Of both bands.</param>
    /// <param name="wraps">What is wound round it.</param>
    /// <param name="subject">Subject index, or −1.</param>
    /// <param name="dice">Its chance.</param>
    public static void Embroidery(List<Primitive> into, Vector3 nail, float radius, float turned, Material wood, IReadOnlyList<Wrap> wraps, int subject, Dice dice)
    {
        const float thick = 0.0026f, high = 0.0055f;
        var centre = Hung(nail, radius - 2 * thick, high);
        var axis = Leaning(dice);
        foreach (var (at, width) in (List<(float, float)>)[(radius - thick * 1.05f, thick), (radius + thick * 1.05f, thick)])
        {
            var lift = at > radius ? 0.0007f : -0.0004f;
            Vector2[] band = [new(at - width, lift - high), new(at + width, lift - high), new(at + width, lift + high), new(at - width, lift + high), new(at - width, lift - high)];
            Mesh.Turn(into, centre, axis, Mesh.Rounded([.. band, band[1]], 0.0009f)[..^1], 200, wood, subject, dice.Next());
        }
        foreach (var wrap in wraps) Wind(into, centre, axis, radius, new Vector2(thick * 2.3f, high + 0.0010f), 0.00062f, wrap, subject, dice);

        var brass = new Metal(Metal.Brass, 0.22f, 0.02f, 0.3f);
        var (sin, cos) = MathF.SinCos(MathF.PI * (0.5f + 2 * turned));
        var up = new Vector3(cos, sin, 0);
        var right = new Vector3(sin, -cos, 0);
        var at0 = centre + up * (radius + thick * 2.1f);
        foreach (var side in (float[])[-1, 1])
            into.Add(new RoundedBox(at0 + right * (side * 0.0042f) + up * 0.0042f, right, up, new Vector3(0.0011f, 0.0052f, 0.0046f), 0.0006f) { Material = brass, Subject = subject });
        Strand.Sweep(into, [at0 + up * 0.0055f - right * 0.011f, at0 + up * 0.0055f + right * 0.0125f], 0.0013f, brass, subject, 0);
        into.Add(new RoundedBox(at0 + up * 0.0055f + right * 0.0135f, right, up, new Vector3(0.0022f, 0.0040f, 0.0040f), 0.0012f) { Material = brass, Subject = subject });
        Nail(into, nail);
    }

    /// <summary>A darning ring: one round section.</summary>
    public static void Darning(List<Primitive> into, Vector3 nail, float radius, float tube, Material wood, IReadOnlyList<Wrap> wraps, int subject, Dice dice)
    {
        var centre = Hung(nail, radius - tube, tube);
        var axis = Leaning(dice);
        into.Add(new Torus(centre, Across(axis), axis, radius, tube) { Material = wood, Subject = subject, Variation = dice.Next() });
        foreach (var wrap in wraps) Wind(into, centre, axis, radius, new Vector2(tube * 0.84f, tube * 0.84f), 0.00058f, wrap, subject, dice);
        Nail(into, nail);
    }

    private static void Wind(List<Primitive> into, Vector3 centre, Vector3 axis, float radius, Vector2 section, float thread, Wrap wrap, int subject, Dice dice) =>
        Winding.Round(into, centre, Across(axis), axis, radius, section, wrap.From * 2 * MathF.PI, wrap.To * 2 * MathF.PI,
            thread, new Wool(wrap.Dye, thread, 0.18f), new Fibre(wrap.Dye), subject, dice);

    /// <summary>The centre of a ring whose inner side rests on its nail, a little off the wall.</summary>
    private static Vector3 Hung(Vector3 nail, float inner, float half) => nail - Vector3.UnitY * (inner - 0.002f) + Outwards * (half + 0.005f);

    /// <summary>The direction in a ring's plane nearest to the right.</summary>
    private static Vector3 Across(Vector3 axis) => Vector3.Normalize(Vector3.UnitX - axis * axis.X);

    private static Vector3 Leaning(Dice dice) => Vector3.Normalize(new Vector3(dice.Between(-0.04f, 0.04f), dice.Between(0.0f, 0.05f), 1));

    private static void Nail(List<Primitive> into, Vector3 at)
    {
        var iron = new Metal(Metal.Iron, 0.4f, 0.2f, 0.5f);
        Strand.Sweep(into, [at - Outwards * 0.01f, at + Outwards * 0.020f + Vector3.UnitY * 0.004f], 0.0016f, iron, -1, 0);
        Mesh.Turn(into, at + Outwards * 0.0195f + Vector3.UnitY * 0.004f, Outwards, [new(0, 0), new(0.0042f, 0), new(0.0040f, 0.0012f), new(0, 0.0020f)], 14, iron);
    }
}
