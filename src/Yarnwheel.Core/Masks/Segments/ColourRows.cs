using System.Numerics;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Segments;

/// <summary>Colours row by row, for work in lanes: how dense Gaussians are at each.</summary>
internal sealed class ColourRows
{
    /// <summary>Squared distance beyond which a Gaussian has nothing.</summary>
    private const float Far = 60;

    private readonly float[] x;
    private readonly float[] y;
    private readonly float[] z;

    /// <param name="colours">OKLab.</param>
    public ColourRows(ReadOnlySpan<Vector3> colours)
    {
        (x, y, z) = (new float[colours.Length], new float[colours.Length], new float[colours.Length]);
        for (var i = 0; i < colours.Length; i++) (x[i], y[i], z[i]) = (colours[i].X, colours[i].Y, colours[i].Z);
    }

    /// <summary>Adds a Gaussian's weight × density at each colour.</summary>
    /// <param name="gaussian">Of a mixture.</param>
    /// <param name="sums">Are added to.</param>
    /// <param name="own">Receives what was added; empty where nobody asks.</param>
    public void AddDensity(Gaussian gaussian, float[] sums, float[]? own = null) => LaneLoop.Over(new DensityKernel(this, gaussian, sums, own), sums.Length);

    /// <summary>Puts natural logarithms in the place of values.</summary>
    /// <param name="values">Above 0.</param>
    public static void Log(Span<float> values) => LaneLoop.Over(new LogKernel(values), values.Length);

    private readonly ref struct DensityKernel(ColourRows rows, Gaussian gaussian, Span<float> sums, Span<float> own) : ILaneKernel
    {
        private readonly ColourRows rows = rows;
        private readonly Gaussian gaussian = gaussian;
        private readonly Span<float> sums = sums;
        private readonly Span<float> own = own;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            Vector3 mean = gaussian.Mean, precision = gaussian.Precision, cross = gaussian.Cross;
            for (var i = from; i < to; i += T.Count)
            {
                T dx = rows.x.AsSpan().Load<T>(i) - T.Of(mean.X), dy = rows.y.AsSpan().Load<T>(i) - T.Of(mean.Y), dz = rows.z.AsSpan().Load<T>(i) - T.Of(mean.Z);
                // Each axis with what it has in common with the next ones.
                T first = dx * T.MulAdd(T.Of(precision.X), dx, T.MulAdd(T.Of(cross.X), dy, T.Of(cross.Y) * dz)), second = dy * T.MulAdd(T.Of(precision.Y), dy, T.Of(cross.Z) * dz);
                var squared = T.MulAdd(T.Of(precision.Z) * dz, dz, first + second);
                var density = T.WhereAbove(squared, T.Of(Far), T.Of(0), T.Of(gaussian.Peak) * LaneMath.Exp(T.Of(-0.5f) * T.Min(squared, T.Of(Far))));
                sums.Save(i, sums.Load<T>(i) + density);
                if (own.Length > 0) own.Save(i, density);
            }
        }
    }

    private readonly ref struct LogKernel(Span<float> values) : ILaneKernel
    {
        private readonly Span<float> values = values;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count) values.Save(i, LaneMath.Log(values.Load<T>(i)));
        }
    }
}
