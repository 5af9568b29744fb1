using System.Numerics;

namespace Yarnwheel.DemoScenes.Shapes;

/// <summary>Seeded chance for building a scene; the same numbers in every run.</summary>
internal sealed class Dice(int seed)
{
    // With a seed, System.Random keeps its documented algorithm from version to version.
    private readonly Random random = new(seed);

    public float Next() => (float)random.NextDouble();

    public float Between(float low, float high) => low + (high - low) * Next();

    /// <summary>Normally distributed, mean 0, deviation 1 (Box, Muller 1958).</summary>
    public float Normal() => MathF.Sqrt(-2 * MathF.Log(1 - Next())) * MathF.Cos(2 * MathF.PI * Next());

    public Vector3 Direction()
    {
        var z = Between(-1, 1);
        var angle = Between(0, 2 * MathF.PI);
        var r = MathF.Sqrt(1 - z * z);
        return new Vector3(r * MathF.Cos(angle), r * MathF.Sin(angle), z);
    }
}
