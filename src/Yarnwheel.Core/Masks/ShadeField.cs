using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks;

/// <summary>Distance to the nearest of many shades, at a cost that hardly grows with their number.</summary>
/// <remarks>OKLab is cut into cells, and each knows the few shades that can be nearest to a colour within it:
/// those no farther from its centre than the nearest one is, plus its diagonal. So the answer is exact.</remarks>
public sealed class ShadeField
{
    private const int Few = 24;
    private const int CellsL = 16;
    private const int CellsA = 24;
    private const float LeastA = -0.42f;
    private const float SpanA = 0.84f;

    private readonly float lightnessScale;
    private readonly Shade[] shades;     // lightness already scaled
    private readonly int[] starts;       // of each cell's candidates; one more than there are cells
    private readonly int[] candidates;

    /// <param name="shades">At least one.</param>
    /// <param name="lightness">How much a lightness difference counts, 0 … 1 of a colour difference.</param>
    public ShadeField(IReadOnlyList<Shade> shades, double lightness)
    {
        ArgumentNullException.ThrowIfNull(shades);
        ArgumentOutOfRangeException.ThrowIfZero(shades.Count);
        lightnessScale = (float)lightness;
        this.shades = shades.Select(s => s with { L = s.L * lightnessScale }).Distinct().ToArray();
        starts = new int[CellsL * CellsA * CellsA + 1];
        candidates = Tabulate();
    }

    public int Count => shades.Length;

    /// <summary>Distances of a run of pixels.</summary>
    /// <param name="lightness">OKLab L.</param>
    /// <param name="a">OKLab a.</param>
    /// <param name="b">OKLab b.</param>
    /// <param name="distance">Receives them.</param>
    public void Row(ReadOnlySpan<float> lightness, ReadOnlySpan<float> a, ReadOnlySpan<float> b, Span<float> distance)
    {
        // A few shades are tried one after the other in lanes; among many the table finds the near ones.
        if (shades.Length <= Few) LaneLoop.Over(new Kernel(this, lightness, a, b, distance), distance.Length);
        else
            for (var i = 0; i < distance.Length; i++) distance[i] = Distance(lightness[i], a[i], b[i]);
    }

    /// <summary>OKLab distance to the nearest shade, lightness scaled.</summary>
    public float Distance(float lightness, float a, float b)
    {
        var l = lightness * lightnessScale;
        var cellL = (int)(lightness * CellsL);
        var cellA = (int)((a - LeastA) * (CellsA / SpanA));
        var cellB = (int)((b - LeastA) * (CellsA / SpanA));
        var best = float.MaxValue;
        if ((uint)cellL < CellsL && (uint)cellA < CellsA && (uint)cellB < CellsA && lightness >= 0 && a >= LeastA && b >= LeastA)
        {
            var cell = (cellL * CellsA + cellA) * CellsA + cellB;
            for (var i = starts[cell]; i < starts[cell + 1]; i++) best = MathF.Min(best, Square(shades[candidates[i]], l, a, b));
        }
        else
        {
            foreach (var shade in shades) best = MathF.Min(best, Square(shade, l, a, b));
        }
        return MathF.Sqrt(best);
    }

    private static float Square(Shade shade, float l, float a, float b)
    {
        var dl = shade.L - l;
        var da = shade.A - a;
        var db = shade.B - b;
        return dl * dl + da * da + db * db;
    }

    private readonly ref struct Kernel(ShadeField field, ReadOnlySpan<float> lightness, ReadOnlySpan<float> a, ReadOnlySpan<float> b, Span<float> distance) : ILaneKernel
    {
        private readonly ShadeField field = field;
        private readonly ReadOnlySpan<float> lightness = lightness;
        private readonly ReadOnlySpan<float> a = a;
        private readonly ReadOnlySpan<float> b = b;
        private readonly Span<float> distance = distance;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                T l = lightness.Load<T>(i) * T.Of(field.lightnessScale), va = a.Load<T>(i), vb = b.Load<T>(i);
                var best = T.Of(float.MaxValue);
                foreach (var shade in field.shades)
                {
                    T dl = T.Of(shade.L) - l, da = T.Of(shade.A) - va, db = T.Of(shade.B) - vb;
                    best = T.Min(best, dl * dl + da * da + db * db);
                }
                distance.Save(i, T.Root(best));
            }
        }
    }

    private int[] Tabulate()
    {
        var found = new List<int>();
        const float stepA = SpanA / CellsA;
        var stepL = lightnessScale / CellsL;
        var diagonal = MathF.Sqrt(stepL * stepL + 2 * stepA * stepA);
        Span<float> distances = shades.Length <= 1024 ? stackalloc float[shades.Length] : new float[shades.Length];
        var cell = 0;
        for (var l = 0; l < CellsL; l++)
        {
            for (var a = 0; a < CellsA; a++)
            {
                for (var b = 0; b < CellsA; b++)
                {
                    var nearest = float.MaxValue;
                    for (var i = 0; i < shades.Length; i++)
                    {
                        distances[i] = MathF.Sqrt(Square(shades[i], (l + 0.5f) * stepL, LeastA + (a + 0.5f) * stepA, LeastA + (b + 0.5f) * stepA));
                        nearest = MathF.Min(nearest, distances[i]);
                    }
                    // A hair more than the bound, for rounding.
                    var limit = nearest + diagonal * 1.001f;
                    for (var i = 0; i < shades.Length; i++)
                        if (distances[i] <= limit) found.Add(i);
                    starts[++cell] = found.Count;
                }
            }
        }
        return [.. found];
    }
}
