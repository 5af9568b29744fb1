namespace Yarnwheel.Measure.Quality;

/// <summary>A smooth random field, −1 … 1.</summary>
internal sealed class SmoothNoise
{
    private const int Side = 256;
    private readonly float[] grid;

    public SmoothNoise(int seed)
    {
        var random = new Random(seed);
        grid = [.. Enumerable.Range(0, Side * Side).Select(_ => 2 * random.NextSingle() - 1)];
    }

    public float At(double x, double y)
    {
        int left = (int)Math.Floor(x), top = (int)Math.Floor(y);
        float u = Ease((float)(x - left)), v = Ease((float)(y - top));
        float Grid(int a, int b) => grid[(b & (Side - 1)) * Side + (a & (Side - 1))];
        return (Grid(left, top) * (1 - u) + Grid(left + 1, top) * u) * (1 - v) + (Grid(left, top + 1) * (1 - u) + Grid(left + 1, top + 1) * u) * v;
    }

    private static float Ease(float t) => t * t * (3 - 2 * t);
}
