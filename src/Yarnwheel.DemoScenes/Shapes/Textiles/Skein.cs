using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials.Textiles;

namespace Yarnwheel.DemoScenes.Shapes.Textiles;

/// <summary>A skein hung over a rail: closed loops of yarn, gathered by a tie.</summary>
internal static class Skein
{
    public const float YarnRadius = 0.0017f;

    /// <param name="into">Where the shapes go.</param>
    /// <param name="hang">The point of the rail's axis it hangs on, metres.</param>
    /// <param name="rail">Direction of the rail, length 1.</param>
    /// <param name="railRadius">Metres.</param>
    /// <param name="length">From the rail to the lower end, metres.</param>
    /// <param name="width">Of the skein on the rail, metres.</param>
    /// <param name="dye">Its colour.</param>
    /// <param name="tie">Colour of the thread that gathers it.</param>
    /// <param name="subject">Subject index, or −1.</param>
    /// <param name="dice">Its chance.</param>
    public static void Hang(List<Primitive> into, Vector3 hang, Vector3 rail, float railRadius, float length, float width,
        Vector3 dye, Vector3 tie, int subject, Dice dice)
    {
        var wool = new Wool(dye, YarnRadius);
        var fibre = new Fibre(dye);
        var depth = Vector3.Normalize(Vector3.Cross(rail, Vector3.UnitY));
        const int strands = 110;
        var twist = dice.Between(-0.35f, 0.35f);
        var lean = dice.Between(-0.012f, 0.012f);
        var tieAt = 0.30f + 0.05f * dice.Next();
        for (var k = 0; k < strands; k++)
        {
            var across = dice.Between(-1, 1);
            var layer = MathF.Sqrt(dice.Next());
            var ownLength = length * (1 + 0.045f * dice.Normal());
            var phase = dice.Between(0, 6.28f);
            var sway = 0.0022f * dice.Normal();
            var points = Loop(across, layer, ownLength, phase, sway);
            var variation = dice.Next();
            Strand.Sweep(into, points, YarnRadius, wool, subject, variation);
            Strand.Fuzz(into, points, YarnRadius, fibre, subject, 130, 0.0045f, 0.00007f, dice);
        }
        for (var k = 0; k < 5; k++)
            Strand.Sweep(into, Tie(k), 0.0011f, new Wool(tie, 0.0011f), -1, dice.Next());

        List<Vector3> Loop(float across, float layer, float ownLength, float phase, float sway)
        {
            var points = new List<Vector3>();
            var radius = railRadius + YarnRadius + layer * 0.011f;
            // Down the front, round the bottom, up the back; the arc over the rail closes it.
            const int run = 22;
            const float bend = 0.95f;
            for (var i = 0; i < run; i++) points.Add(Place(across, radius, bend * i / run, 1, ownLength, phase, sway));
            for (var i = 0; i <= 10; i++)
            {
                var (sin, cos) = MathF.SinCos(MathF.PI * i / 10);
                points.Add(Place(across, radius, bend + (1 - bend) * sin, cos, ownLength, phase, sway));
            }
            for (var i = run - 1; i >= 0; i--) points.Add(Place(across, radius, bend * i / run, -1, ownLength, phase, sway));
            const int arc = 8;
            for (var i = 1; i < arc; i++)
            {
                var angle = MathF.PI * i / arc;
                points.Add(hang + rail * (across * width / 2) - depth * (radius * MathF.Cos(angle)) + Vector3.UnitY * (radius * MathF.Sin(angle)));
            }
            points.Add(points[0]);
            return points;
        }

        Vector3 Place(float across, float radius, float down, float face, float ownLength, float phase, float sway)
        {
            var gather = 1 - 0.5f * MathF.Exp(-MathF.Pow((down - tieAt) / 0.13f, 2)) - 0.12f * down;
            var belly = 1 + 0.14f * MathF.Exp(-MathF.Pow((down - 0.72f) / 0.22f, 2));
            var x = across * width / 2 * gather * belly;
            var z = face * radius * (gather * 0.75f + 0.25f) * (1 + 0.35f * MathF.Sin(down * MathF.PI));
            var angle = twist * down * MathF.PI;
            var (sin, cos) = MathF.SinCos(angle);
            (x, z) = (x * cos - z * sin, x * sin + z * cos);
            x += sway * MathF.Sin(down * 9 + phase) * down + lean * down;
            z += sway * MathF.Cos(down * 7 + phase) * down;
            return hang + rail * x + depth * z - Vector3.UnitY * (down * ownLength);
        }

        List<Vector3> Tie(int turn)
        {
            var points = new List<Vector3>();
            var centre = Place(0, 0, tieAt + 0.008f * turn / length * 0.4f, 0, length, 0, 0);
            for (var i = 0; i <= 40; i++)
            {
                var angle = 2 * MathF.PI * i / 40;
                points.Add(centre + rail * (MathF.Cos(angle) * width * 0.285f) + depth * (MathF.Sin(angle) * 0.024f)
                    + Vector3.UnitY * (0.003f * MathF.Cos(angle + turn) - turn * 0.0019f));
            }
            return points;
        }
    }
}
