using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials.Textiles;

namespace Yarnwheel.DemoScenes.Shapes.Textiles;

/// <summary>A skein twisted on itself for storing: two ropes of yarn wound round one another, tapering at both ends.</summary>
internal static class Hank
{
    public const float YarnRadius = 0.0018f;

    /// <param name="into">Where the shapes go.</param>
    /// <param name="centre">Middle of the hank, metres.</param>
    /// <param name="direction">Along the hank, length 1.</param>
    /// <param name="length">Metres.</param>
    /// <param name="thickness">Radius of the whole hank at its middle, metres.</param>
    /// <param name="sag">How far its ends hang below its middle, metres.</param>
    /// <param name="dye">Its colour.</param>
    /// <param name="subject">Subject index, or −1.</param>
    /// <param name="dice">Its chance.</param>
    public static void Lay(List<Primitive> into, Vector3 centre, Vector3 direction, float length, float thickness, float sag,
        Vector3 dye, int subject, Dice dice)
    {
        var wool = new Wool(dye, YarnRadius, 0.32f);
        var fibre = new Fibre(dye);
        var side = Vector3.Normalize(Vector3.Cross(Vector3.UnitY, direction));
        var up = Vector3.Cross(direction, side);
        var turns = 2.6f + 0.5f * dice.Next();
        var start = dice.Between(0, 6.28f);
        const int strandsPerRope = 46;
        for (var rope = 0; rope < 2; rope++)
        {
            for (var k = 0; k < strandsPerRope; k++)
            {
                var radial = MathF.Sqrt((k + 0.5f) / strandsPerRope);
                var angle = k * 2.3999632f + 0.25f * dice.Normal();
                var loose = 1 + 0.06f * dice.Normal();
                var phase = dice.Between(0, 6.28f);
                var points = new List<Vector3>();
                const int steps = 84;
                for (var i = 0; i <= steps; i++)
                {
                    var t = i / (float)steps * 2 - 1;
                    // The loops at the ends carry the yarn from one rope into the other: both meet on the axis there.
                    var taper = MathF.Sqrt(MathF.Max(0, 1 - MathF.Pow(MathF.Abs(t), 5)));
                    var bulk = thickness * taper;
                    var turn = start + rope * MathF.PI + t * turns * MathF.PI;
                    var own = angle + t * turns * MathF.PI * 0.55f;
                    var ropeRadius = bulk * 0.55f;
                    var y = MathF.Cos(turn) * bulk * 0.47f + MathF.Cos(own) * radial * ropeRadius * loose;
                    var x = MathF.Sin(turn) * bulk * 0.47f + MathF.Sin(own) * radial * ropeRadius * loose;
                    var wobble = 0.0012f * MathF.Sin(t * 17 + phase);
                    points.Add(centre + direction * (t * length / 2) + side * (x + wobble) + up * (y - wobble) - Vector3.UnitY * (sag * t * t));
                }
                Strand.Sweep(into, points, YarnRadius, wool, subject, dice.Next());
                if (radial > 0.55f) Strand.Fuzz(into, points, YarnRadius, fibre, subject, 220, 0.005f, 0.000055f, dice);
            }
        }
    }
}
