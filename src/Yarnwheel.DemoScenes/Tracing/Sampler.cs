using System.Numerics;

namespace Yarnwheel.DemoScenes.Tracing;

/// <summary>The random numbers of one pixel: a Kronecker sequence for a path's first choices, PCG (O'Neill 2014) after them.</summary>
internal struct Sampler
{
    // Fractional parts of square roots of primes: rationally independent, so the points fill the cube evenly.
    private static readonly float[] Steps =
        [0.41421356f, 0.73205081f, 0.23606798f, 0.64575131f, 0.31662479f, 0.60555128f, 0.12310563f, 0.35889894f];

    private ulong state;
    private readonly uint pixelSeed;
    private readonly int sample;
    private int dimension;

    public Sampler(int x, int y, int sample, uint seed)
    {
        pixelSeed = Scramble((uint)x * 0x9E3779B1u ^ Scramble((uint)y * 0x85EBCA77u ^ seed));
        state = ((ulong)pixelSeed << 32) + (uint)sample * 0x9E3779B97F4A7C15ul;
        this.sample = sample;
        NextUInt();
    }

    public float Next()
    {
        if (dimension >= Steps.Length) return NextFree();
        var offset = Scramble(pixelSeed + (uint)dimension * 0xC2B2AE3Du) * (1.0 / 4294967296.0);
        var value = offset + (double)Steps[dimension] * sample;
        dimension++;
        return MathF.Min((float)(value - Math.Floor(value)), 0.99999994f);
    }

    public Vector2 Next2() => new(Next(), Next());

    /// <summary>A number that leaves the even sequence as it is: for choices whose count differs from path to path.</summary>
    public float NextFree() => NextUInt() * (1f / 4294967808f);

    private uint NextUInt()
    {
        state = unchecked(state * 6364136223846793005ul + 1442695040888963407ul);
        var word = (uint)(((state >> 18) ^ state) >> 27);
        return BitOperations.RotateRight(word, (int)(state >> 59));
    }

    private static uint Scramble(uint v)
    {
        unchecked
        {
            v = (v ^ (v >> 16)) * 0x7FEB352Du;
            v = (v ^ (v >> 15)) * 0x846CA68Bu;
            return v ^ (v >> 16);
        }
    }
}
