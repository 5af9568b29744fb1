using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials.Textiles;

namespace Yarnwheel.DemoScenes.Shapes.Textiles;

/// <summary>Cut ends of yarn tied to a line, streaming in the wind: yarns that unravel into plies and plies into single fibres.</summary>
internal static class Tassel
{
    private const float Yarn = 0.00105f;
    private const float Ply = 0.00050f;

    /// <param name="into">Where the shapes go.</param>
    /// <param name="knot">Where it is tied, metres.</param>
    /// <param name="wind">Where the wind drags it, length about 1.</param>
    /// <param name="length">Of its longest ends, metres.</param>
    /// <param name="yarns">How many ends.</param>
    /// <param name="dye">Their colour.</param>
    /// <param name="subject">Subject index, or −1.</param>
    /// <param name="dice">Its chance.</param>
    public static void Tie(List<Primitive> into, Vector3 knot, Vector3 wind, float length, int yarns, Vector3 dye, int subject, Dice dice)
    {
        var wool = new Wool(dye, Yarn, 0.2f);
        var single = new Wool(dye, Ply, 0.2f);
        var fibre = new Fibre(dye);
        for (var k = 0; k < yarns; k++)
        {
            var own = length * (0.45f + 0.55f * MathF.Sqrt(dice.Next()));
            var points = End(knot, wind, own, dice);
            var unravels = (int)(points.Count * dice.Between(0.62f, 0.95f));
            var whole = points.Take(unravels + 1).ToList();
            Strand.Sweep(into, whole, Yarn, wool, subject, dice.Next());
            Strand.Fuzz(into, whole, Yarn, fibre, subject, 500, 0.007f, 0.000055f, dice);
            // From where the twist is lost, three plies go their own ways, and each ends in a brush of fibres.
            for (var ply = 0; ply < 3; ply++)
            {
                var way = Frayed(points[unravels], Vector3.Normalize(points[unravels] - points[unravels - 1]), own * dice.Between(0.14f, 0.34f), 0.5f, dice);
                Strand.Sweep(into, way, Ply, single, subject, dice.Next());
                Strand.Fuzz(into, way, Ply, fibre, subject, 900, 0.009f, 0.00005f, dice);
                var tip = way[^1];
                var along = Vector3.Normalize(way[^1] - way[^2]);
                for (var f = 0; f < 26; f++)
                    Strand.Sweep(into, Frayed(tip - along * dice.Between(0, 0.012f), along + dice.Direction() * 0.35f, dice.Between(0.012f, 0.045f), 0.9f, dice),
                        dice.Between(0.00006f, 0.00015f), fibre, subject, dice.Next());
            }
        }
        // Long single fibres that the wind has pulled out of the bundle.
        for (var f = 0; f < yarns * 5; f++)
        {
            var root = knot + wind * (length * dice.Between(0.05f, 0.55f)) + dice.Direction() * 0.012f - Vector3.UnitY * (0.10f * length * dice.Next());
            Strand.Sweep(into, Frayed(root, wind + dice.Direction() * 0.8f, length * dice.Between(0.12f, 0.5f), 1.1f, dice),
                dice.Between(0.00006f, 0.00016f), fibre, subject, dice.Next());
        }
        for (var turn = 0; turn < 5; turn++)
        {
            var ring = new List<Vector3>();
            for (var i = 0; i <= 24; i++)
            {
                var (sin, cos) = MathF.SinCos(2 * MathF.PI * i / 24);
                ring.Add(knot + wind * (0.006f + 0.0017f * turn) + new Vector3(-wind.Y, wind.X, 0) * (0.0075f * cos) + Vector3.UnitZ * (0.0075f * sin));
            }
            Strand.Sweep(into, ring, 0.0009f, wool, subject, dice.Next());
        }
    }

    /// <summary>An end of yarn: carried by the wind, sagging by its weight, waving more and more towards its tip.</summary>
    private static List<Vector3> End(Vector3 knot, Vector3 wind, float length, Dice dice)
    {
        const int steps = 64;
        var start = knot + dice.Direction() * 0.0042f;
        var spread = dice.Direction() * 0.20f;
        var (phase, second) = (dice.Between(0, 6.28f), dice.Between(0, 6.28f));
        var (waves, wave) = (dice.Between(2.4f, 4.2f), dice.Between(0.010f, 0.030f));
        var side = Vector3.Normalize(new Vector3(-wind.Y, wind.X, dice.Normal()));
        var sag = dice.Between(0.16f, 0.42f);
        var points = new List<Vector3>();
        for (var i = 0; i <= steps; i++)
        {
            var t = i / (float)steps;
            points.Add(start + wind * (length * t * (1 - 0.12f * sag * t)) + spread * (length * t * MathF.Min(1, t * 3)) - Vector3.UnitY * (sag * length * t * t)
                + side * (wave * t * MathF.Sin(waves * t * 6.28f * 0.5f + phase) + 0.0035f * t * MathF.Sin(t * 31 + second)));
        }
        return points;
    }

    /// <summary>A loose thing that wanders: its direction drifts from link to link.</summary>
    private static List<Vector3> Frayed(Vector3 root, Vector3 direction, float length, float curl, Dice dice)
    {
        var links = Math.Max(6, (int)(length / 0.004f));
        var points = new List<Vector3> { root };
        direction = Vector3.Normalize(direction);
        var turn = dice.Direction() * curl;
        for (var i = 0; i < links; i++)
        {
            turn = Vector3.Lerp(turn, dice.Direction() * curl, 0.25f);
            direction = Vector3.Normalize(direction + turn * 0.22f);
            points.Add(points[^1] + direction * (length / links));
        }
        return points;
    }
}
