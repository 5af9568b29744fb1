using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Materials;

namespace Yarnwheel.DemoScenes.Shapes.Textiles;

/// <summary>A length of cloth thrown over a pole, hanging in folds; its selvedges are frayed and its lower hem drips.</summary>
internal sealed class HangingCloth
{
    private readonly Vector3 pole;
    private readonly float poleRadius;
    private readonly float width;
    private readonly float length;
    private readonly float phase;
    private readonly float behind;

    /// <param name="pole">Middle of the pole's axis, which runs along X, metres.</param>
    /// <param name="poleRadius">Metres.</param>
    /// <param name="width">Of the cloth on the pole, metres.</param>
    /// <param name="length">From the pole to the lower hem in front, metres.</param>
    /// <param name="behind">From the pole to the hem at the back, metres.</param>
    /// <param name="dice">Its chance.</param>
    public HangingCloth(Vector3 pole, float poleRadius, float width, float length, float behind, Dice dice)
    {
        (this.pole, this.poleRadius, this.width, this.length, this.behind) = (pole, poleRadius, width, length, behind);
        phase = dice.Between(0, 6.28f);
    }

    /// <summary>A place of the cloth.</summary>
    /// <param name="across">−1 … 1 from selvedge to selvedge.</param>
    /// <param name="down">Metres from the top of the pole, below zero at the back.</param>
    public Vector3 Place(float across, float down)
    {
        var front = down >= 0 ? 1f : -1f;
        var way = MathF.Abs(down);
        var over = poleRadius * MathF.PI / 2;
        var side = across + 0.35f * phase * (front < 0 ? 1 : 0);
        if (way < over)
        {
            var (sin, cos) = MathF.SinCos(way / poleRadius);
            return pole + new Vector3(across * width / 2, poleRadius * cos, front * poleRadius * sin) + new Vector3(0, 0, 0.0012f * MathF.Sin(side * 19));
        }
        var hang = way - over;
        var t = hang / length;
        // Folds gather from the pole downwards: fine at the top, few and deep below, and they lean and meet.
        var gather = MathF.Min(1, t * 2.6f);
        var lean = 0.22f * Noise.Fractal(new Vector3(side * 1.3f, t * 1.1f, phase), 3);
        var at = side * 1.0f + lean * t;
        var fold = MathF.Sin(at * 10.5f + phase) + 0.5f * MathF.Sin(at * 17.3f + 2 * phase + t) + 0.3f * MathF.Sin(at * 29 - t * 2);
        // Sharper crests than troughs.
        var depth = 0.021f * gather * (fold + 0.35f * fold * MathF.Abs(fold)) * (0.55f + 0.75f * t);
        var wrinkle = 0.0022f * Noise.Fractal(new Vector3(side * 9, hang * 11, phase), 4) * gather + 0.0013f * MathF.Sin(side * 43 + 5 * t) * (1 - gather);
        var narrow = 1 - 0.20f * gather * (0.5f + 0.5f * t);
        var slide = 0.012f * MathF.Cos(at * 10.5f + phase) * gather;
        var sway = 0.03f * t * t * Noise.Value(new Vector3(side * 1.1f, phase, 3));
        var hem = 0.022f * t * Noise.Value(new Vector3(side * 2.3f, 4, phase));
        return pole + new Vector3(across * width / 2 * narrow + slide, -hang + hem, front * poleRadius + depth + wrinkle + sway);
    }

    public void Hang(List<Primitive> into, Material cloth, Material fibre, int subject, Dice dice)
    {
        const int columns = 420;
        var rows = (int)((length + behind) / 0.0032f);
        float Down(float j) => -behind + (length + behind) * j / rows;
        float Across(float i) => 2 * i / columns - 1;
        Mesh.Sheet(into, columns, rows, (i, j) => Place(Across(i), Down(j)), (i, j) => new Vector2(Across(i) * width / 2, Down(j)), cloth, subject);
        // Fraying: threads that have left the weave at the selvedges and along the hem.
        for (var k = 0; k < 2600; k++)
        {
            var side = k % 3 == 2 ? dice.Between(-1, 1) : k % 3 == 0 ? -1f : 1f;
            var down = k % 3 == 2 ? length : dice.Between(0.02f, length);
            var root = Place(side, down);
            var outwards = k % 3 == 2 ? new Vector3(dice.Normal() * 0.3f, -1, dice.Normal() * 0.3f) : new Vector3(side, -0.6f + dice.Normal() * 0.7f, dice.Normal() * 0.5f);
            Strand.Hair(into, root, outwards, (k % 3 == 2 ? 0.022f : 0.010f) * dice.Between(0.3f, 1.2f), 0.00016f, fibre, subject, dice);
        }
    }
}
