using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;

namespace Yarnwheel.DemoScenes.Tracing;

/// <summary>Drifting steam in a box: droplets that scatter light and swallow none. Free paths by Woodcock's method (1965), directions by Henyey and Greenstein (1941).</summary>
internal sealed class Steam
{
    private readonly Vector3 low;
    private readonly Vector3 high;
    private readonly float forwards;
    private readonly float cell;
    private readonly float densest;
    private readonly int columns;
    private readonly int rows;
    private readonly int layers;
    private readonly float[] grid;

    /// <param name="low">Lower corner of the box, metres.</param>
    /// <param name="high">Upper corner, metres.</param>
    /// <param name="density">Expected meetings a metre at a place; taken once on a grid and interpolated.</param>
    /// <param name="cell">Spacing of the grid, metres.</param>
    /// <param name="forwards">Mean cosine of the scattering, −1 … 1.</param>
    public Steam(Vector3 low, Vector3 high, Func<Vector3, float> density, float cell, float forwards)
    {
        (this.low, this.high, this.cell, this.forwards) = (low, high, cell, forwards);
        var size = (high - low) / cell;
        (columns, rows, layers) = ((int)size.X + 2, (int)size.Y + 2, (int)size.Z + 2);
        grid = new float[columns * rows * layers];
        for (var i = 0; i < grid.Length; i++)
            grid[i] = density(low + cell * new Vector3(i % columns, i / columns % rows, i / (columns * rows)));
        densest = MathF.Max(1e-6f, grid.Max());
    }

    /// <summary>Distance to the first droplet met before <paramref name="far"/>, or a value not below it.</summary>
    public float Meet(in Ray ray, float far, ref Sampler sampler)
    {
        var inverse = Vector3.One / ray.Direction;
        var a = (low - ray.Origin) * inverse;
        var b = (high - ray.Origin) * inverse;
        var enter = Vector3.Min(a, b);
        var leave = Vector3.Max(a, b);
        var t = MathF.Max(0, MathF.Max(enter.X, MathF.Max(enter.Y, enter.Z)));
        var end = MathF.Min(far, MathF.Min(leave.X, MathF.Min(leave.Y, leave.Z)));
        while (t < end)
        {
            t -= MathF.Log(1 - sampler.NextFree()) / densest;
            if (t >= end) break;
            if (sampler.NextFree() * densest < Density(ray.At(t))) return t;
        }
        return float.MaxValue;
    }

    /// <summary>Share of light scattered from one direction into another, per steradian.</summary>
    public float Phase(Vector3 travelling, Vector3 onwards)
    {
        var g = forwards;
        var s = 1 + g * g - 2 * g * Vector3.Dot(travelling, onwards);
        return (1 - g * g) / (4 * MathF.PI * s * MathF.Sqrt(s));
    }

    /// <summary>A direction after a meeting.</summary>
    public Vector3 Scatter(Vector3 travelling, ref Sampler sampler)
    {
        var g = forwards;
        var u = sampler.NextFree();
        float cosine;
        if (MathF.Abs(g) < 1e-3f) cosine = 1 - 2 * u;
        else
        {
            var q = (1 - g * g) / (1 - g + 2 * g * u);
            cosine = (1 + g * g - q * q) / (2 * g);
        }
        var sine = MathF.Sqrt(MathF.Max(0, 1 - cosine * cosine));
        var angle = 2 * MathF.PI * sampler.NextFree();
        var (s, t) = Sampling.Frame(travelling);
        return Vector3.Normalize(s * (sine * MathF.Cos(angle)) + t * (sine * MathF.Sin(angle)) + travelling * cosine);
    }

    private float Density(Vector3 at)
    {
        var p = (at - low) / cell;
        var (x, y, z) = (Math.Clamp((int)p.X, 0, columns - 2), Math.Clamp((int)p.Y, 0, rows - 2), Math.Clamp((int)p.Z, 0, layers - 2));
        var f = p - new Vector3(x, y, z);
        var first = (z * rows + y) * columns + x;
        float Row(int i) => grid[i] + (grid[i + 1] - grid[i]) * f.X;
        float Layer(int i) => Row(i) + (Row(i + columns) - Row(i)) * f.Y;
        return Layer(first) + (Layer(first + columns * rows) - Layer(first)) * f.Z;
    }
}
