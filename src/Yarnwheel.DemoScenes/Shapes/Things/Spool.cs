using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Materials.Textiles;
using Yarnwheel.DemoScenes.Shapes.Textiles;

namespace Yarnwheel.DemoScenes.Shapes.Things;

/// <summary>A turned wooden spool with thread on it, standing on a peg.</summary>
internal static class Spool
{
    public const float Flange = 0.0185f;
    public const float Height = 0.052f;

    /// <param name="into">Where the shapes go.</param>
    /// <param name="foot">Middle of its lower side, metres.</param>
    /// <param name="fill">Radius of the wound thread, of that of the flange.</param>
    /// <param name="dye">Of the thread.</param>
    /// <param name="wood">Of the spool.</param>
    /// <param name="subject">Subject index, or −1; the thread and the wood belong to it.</param>
    /// <param name="dice">Its chance.</param>
    public static void Stand(List<Primitive> into, Vector3 foot, float fill, Vector3 dye, Material wood, int subject, Dice dice)
    {
        const float edge = 0.0042f, slope = 0.0055f, hole = 0.0036f, core = 0.0085f;
        Vector2[] profile =
        [
            new(hole, 0), new(Flange - 0.001f, 0), new(Flange, 0.001f), new(Flange, edge), new(Flange - 0.0012f, edge + 0.001f), new(core, edge + slope),
            new(core, Height - edge - slope), new(Flange - 0.0012f, Height - edge - 0.001f), new(Flange, Height - edge), new(Flange, Height - 0.001f),
            new(Flange - 0.001f, Height), new(hole + 0.0012f, Height), new(hole, Height - 0.0012f), new(hole, Height - 0.012f),
        ];
        Mesh.Turn(into, foot, Vector3.UnitY, Mesh.Rounded(profile, 0.0008f), 96, wood, subject, dice.Next());
        const float thread = 0.00031f;
        Winding.OnSpool(into, foot + Vector3.UnitY * (edge + 0.0035f), Vector3.UnitY, Height - 2 * edge - 0.007f, Flange * fill - 0.0014f, 0.0016f, thread,
            new SewingThread(dye, thread), new Fibre(dye), subject, dice);
        // The end of the thread: out of a notch in the upper flange, down over the winding.
        var angle = dice.Between(0.7f, 2.4f);
        var tail = new List<Vector3>();
        for (var i = 0; i <= 26; i++)
        {
            var t = i / 26f;
            var around = angle + 1.1f * t + 0.06f * MathF.Sin(t * 11);
            var outwards = Flange * MathF.Max(fill, 0.8f) + 0.0006f + 0.010f * t * t;
            if (t < 0.12f) outwards = MathF.Max(outwards, Flange + 0.0003f);
            tail.Add(foot + new Vector3(MathF.Cos(around) * outwards, Height - 0.0005f - Height * 0.9f * t, MathF.Sin(around) * outwards));
        }
        Strand.Sweep(into, tail, thread, new SewingThread(dye, thread), subject, dice.Next());
    }

    /// <summary>The peg that carries a spool: a turned pin with a round head.</summary>
    public static void Peg(List<Primitive> into, Vector3 foot, float height, Material wood, Dice dice)
    {
        const float r = 0.0030f;
        Vector2[] pin = [new(r, 0), new(r * 0.96f, height - 0.004f), new(r * 0.85f, height - 0.0014f), new(r * 0.5f, height - 0.0003f), new(0, height)];
        Mesh.Turn(into, foot, Vector3.UnitY, pin, 32, wood, -1, dice.Next());
    }
}
