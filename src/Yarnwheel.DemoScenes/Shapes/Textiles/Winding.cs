using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Shapes.Textiles;

/// <summary>Thread wound close, turn by turn: round a ring, or on a spool.</summary>
internal static class Winding
{
    /// <summary>A stretch of a ring wound with thread.</summary>
    /// <param name="into">Where the shapes go.</param>
    /// <param name="centre">Of the ring, metres.</param>
    /// <param name="right">Where its angle is 0, length 1.</param>
    /// <param name="axis">Through its hole, length 1.</param>
    /// <param name="ring">Radius, metres.</param>
    /// <param name="section">Half of the ring's width (outwards) and height (along the axis), metres.</param>
    /// <param name="from">Angle of the first turn, radians.</param>
    /// <param name="to">Angle of the last turn, radians.</param>
    /// <param name="thread">Radius of the thread, metres.</param>
    /// <param name="wool">Of the thread.</param>
    /// <param name="fibre">Of its loose fibres.</param>
    /// <param name="subject">Subject index, or −1.</param>
    /// <param name="dice">Its chance.</param>
    public static void Round(List<Primitive> into, Vector3 centre, Vector3 right, Vector3 axis, float ring, Vector2 section, float from, float to,
        float thread, Material wool, Material fibre, int subject, Dice dice)
    {
        var up = Vector3.Cross(axis, right);
        var turns = (to - from) * (ring - section.X) / (2 * thread * 0.98f);
        const int steps = 16;
        var points = new List<Vector3>();
        float lift = 0, sideways = 0;
        for (var i = 0; i <= (int)(turns * steps); i++)
        {
            if (i % steps == 0)
            {
                lift = dice.Next() < 0.05f ? thread * 0.7f : thread * dice.Between(0, 0.22f);
                sideways = dice.Normal() * 0.10f * thread / ring;
            }
            var turn = i / (float)steps;
            var (sin, cos) = MathF.SinCos(2 * MathF.PI * turn);
            var (sinAt, cosAt) = MathF.SinCos(from + (to - from) * turn / turns + sideways);
            var outwards = right * cosAt + up * sinAt;
            points.Add(centre + outwards * (ring + Bow(cos) * (section.X + thread + lift)) + axis * (Bow(sin) * (section.Y + thread + lift)));
        }
        Strand.Sweep(into, points, thread, wool, subject, dice.Next());
        Strand.Fuzz(into, points, thread, fibre, subject, 120, 0.0028f, 0.00004f, dice);
        // The end of the thread was drawn through and hangs loose.
        var tail = new List<Vector3>();
        var (at, away) = (points[^1], dice.Between(-0.4f, 0.4f));
        var tip = dice.Between(0.02f, 0.05f);
        for (var i = 0; i <= 14; i++)
        {
            var t = i / 14f;
            tail.Add(at + axis * (0.0035f * MathF.Sin(t * 2.6f)) + right * (away * tip * t * t + 0.0018f * MathF.Sin(t * 9 + away * 7)) - Vector3.UnitY * (tip * t));
        }
        Strand.Sweep(into, tail, thread, wool, subject, dice.Next());
        Strand.Fuzz(into, tail, thread, fibre, subject, 1500, 0.003f, 0.00004f, dice);
    }

    // Thread lies on a flat section nearly straight and bends round its corners.
    private static float Bow(float v) => MathF.CopySign(MathF.Pow(MathF.Abs(v), 0.5f), v);

    /// <summary>Thread on a spool, crossing a little from layer to layer; its outer layer may bulge.</summary>
    /// <param name="into">Where the shapes go.</param>
    /// <param name="foot">Where the winding begins on the axis, metres.</param>
    /// <param name="axis">Of the spool, length 1.</param>
    /// <param name="height">Of the winding, metres.</param>
    /// <param name="radius">Of its outer layer at the ends, metres.</param>
    /// <param name="bulge">How much thicker it is in the middle, metres.</param>
    /// <param name="thread">Radius of the thread, metres.</param>
    /// <param name="material">Of the thread.</param>
    /// <param name="fibre">Of its loose fibres.</param>
    /// <param name="subject">Subject index, or −1.</param>
    /// <param name="dice">Its chance.</param>
    public static void OnSpool(List<Primitive> into, Vector3 foot, Vector3 axis, float height, float radius, float bulge, float thread,
        Material material, Material fibre, int subject, Dice dice)
    {
        var (s, t) = Sampling.Frame(axis);
        const int steps = 40;
        for (var layer = 0; layer < 2; layer++)
        {
            var turns = height / (2 * thread * (layer == 0 ? 1 : 1.5f));
            var start = dice.Between(0, 6.28f);
            var points = new List<Vector3>();
            var wander = 0f;
            for (var i = 0; i <= (int)(turns * steps); i++)
            {
                if (i % steps == 0) wander = wander * 0.5f + dice.Normal() * thread * (layer == 0 ? 0.12f : 0.7f);
                var turn = i / (float)steps;
                var up = Math.Clamp(turn / turns * height + wander * MathF.Sin(turn * 6.28f), thread, height - thread);
                var share = up / height * 2 - 1;
                var r = radius + bulge * (1 - share * share) - thread * (layer == 0 ? 2 : 0.25f);
                var (sin, cos) = MathF.SinCos(start + 2 * MathF.PI * turn);
                points.Add(foot + axis * up + (s * cos + t * sin) * r);
            }
            Strand.Sweep(into, points, thread, material, subject, dice.Next());
            if (layer == 1) Strand.Fuzz(into, points, thread, fibre, subject, 45, 0.0035f, 0.00003f, dice);
        }
        // What lies below is never seen: one dark core keeps light from passing between the turns.
        Mesh.Turn(into, foot, axis, [new(radius - thread * 3, 0), new(radius - thread * 3 + bulge, height / 2), new(radius - thread * 3, height)], 40, material, subject);
    }
}
