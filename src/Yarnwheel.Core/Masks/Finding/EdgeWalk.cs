using System.Numerics;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Finding;

/// <summary>Finds the worst stretches of the edge of a finished mask.</summary>
/// <remarks>At each contour pixel the photo's colours some pixels inside and outside, along the mask's gradient, stand for the two sides. A halo is mask over
/// colours like the outside's; falling short is colours like the inside's without mask; a step is a contour between like colours. Each counts by the chroma that
/// shows or is missing. Faults are summed in square cells; the worst cells, no two of them neighbours, are the stretches.</remarks>
internal static class EdgeWalk
{
    private const int Cell = 40;
    private const int Most = 24;
    private const float Reach = 7;
    private const float LeastScore = 4;

    /// <summary>Faults of a contour pixel, in the order of <see cref="EdgeFault"/>.</summary>
    private readonly record struct Faults(float Halo, float Short, float Step);

    /// <param name="mask">0 … 255.</param>
    /// <param name="specks">Of the mask: their own edges are not walked.</param>
    /// <param name="lab">OKLab of the lit photo.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static IReadOnlyList<EdgeStretch> Of(byte[] mask, SpeckFinder specks, LabPlanes lab, CancellationToken cancel)
    {
        int width = lab.Width, height = lab.Height;
        int across = (width + Cell - 1) / Cell, down = (height + Cell - 1) / Cell;
        var cells = new CellSum[across * down];
        Parallel.For(0, down, new ParallelOptions { CancellationToken = cancel }, row =>
        {
            for (var y = Math.Max(1, row * Cell); y < Math.Min(height - 1, (row + 1) * Cell); y++)
            {
                for (var x = 1; x < width - 1; x++)
                {
                    var at = y * width + x;
                    if (mask[at] < 128 || specks.IsSpeck[at] || !(Ends(at - 1) || Ends(at + 1) || Ends(at - width) || Ends(at + width))) continue;
                    cells[row * across + x / Cell].Add(x, y, At(mask, lab, x, y));
                }
            }
        });
        bool Ends(int at) => mask[at] < 128 && !specks.IsSpeck[at];
        var chosen = new List<EdgeStretch>();
        var taken = new bool[cells.Length];
        foreach (var k in Enumerable.Range(0, cells.Length).OrderByDescending(k => cells[k].Worst))
        {
            if (chosen.Count == Most || cells[k].Worst < LeastScore) break;
            int column = k % across, row = k / across;
            var isNear = false;
            for (var v = Math.Max(0, row - 1); v <= Math.Min(down - 1, row + 1); v++)
                for (var u = Math.Max(0, column - 1); u <= Math.Min(across - 1, column + 1); u++) isNear |= taken[v * across + u];
            if (isNear) continue;
            taken[k] = true;
            chosen.Add(cells[k].Stretch(width, height));
        }
        return chosen;
    }

    private static Faults At(byte[] mask, LabPlanes lab, int x, int y)
    {
        var width = lab.Width;
        // Outwards: down the mask, over five pixels, so that a jagged contour does not turn it.
        float gx = 0, gy = 0;
        for (var v = -2; v <= 2; v++)
        {
            for (var u = -2; u <= 2; u++)
            {
                var value = mask[Math.Clamp(y + v, 0, lab.Height - 1) * width + Math.Clamp(x + u, 0, width - 1)];
                gx -= u * value;
                gy -= v * value;
            }
        }
        var length = MathF.Sqrt(gx * gx + gy * gy);
        if (length < 1) return default;
        float dx = gx / length, dy = gy / length;
        (Vector3 Colour, float Mask) Read(float t)
        {
            var at = Math.Clamp((int)MathF.Round(y + dy * t), 0, lab.Height - 1) * width + Math.Clamp((int)MathF.Round(x + dx * t), 0, width - 1);
            return (new Vector3(lab.L[at] * 0.5f, lab.A[at], lab.B[at]), mask[at] / 255f);
        }
        var (inside, insideMask) = Read(-Reach);
        var (outside, outsideMask) = Read(Reach);
        // Thinner than the reach, the other side is met again: its own colour stands for it.
        if (insideMask < 0.9f) inside = Read(0).Colour;
        if (outsideMask > 0.1f) return default;
        var apart = Vector3.Distance(inside, outside);
        var kept = Chroma(inside);
        float halo = 0, falls = 0;
        for (var t = 1; t <= 5; t++)
        {
            var (colour, share) = Read(t);
            var likeOutside = Like(colour, outside, inside);
            halo += share * likeOutside * Chroma(colour);
            falls += (1 - share) * (1 - likeOutside) * Chroma(colour);
            var (own, ownShare) = Read(1 - t);
            halo += ownShare * Like(own, outside, inside) * Chroma(own);
        }
        var distinct = Math.Clamp((apart - 0.02f) / 0.06f, 0, 1);
        return new Faults(halo * distinct / 3, falls * distinct / 3, kept * (1 - distinct));
    }

    /// <summary>How far a colour is on one side of two, 0 … 1.</summary>
    private static float Like(Vector3 colour, Vector3 one, Vector3 other)
    {
        float near = Vector3.Distance(colour, one), far = Vector3.Distance(colour, other);
        return Math.Clamp((far - near) / MathF.Max(1e-4f, Vector3.Distance(one, other)), 0, 1);
    }

    private static float Chroma(Vector3 colour) => MathF.Sqrt(colour.Y * colour.Y + colour.Z * colour.Z);

    private struct CellSum
    {
        private float halo;
        private float falls;
        private float step;
        private double x;
        private double y;
        private double weight;

        public void Add(int column, int row, Faults faults)
        {
            halo += faults.Halo;
            falls += faults.Short;
            step += faults.Step;
            var most = MathF.Max(faults.Halo, MathF.Max(faults.Short, faults.Step)) + 1e-6;
            x += (column + 0.5) * most;
            y += (row + 0.5) * most;
            weight += most;
        }

        /// <summary>Percent: a contour through the whole cell with a chroma of 0.1 along it is 100.</summary>
        public readonly float Worst => Math.Min(100, 100 * MathF.Max(halo, MathF.Max(falls, step)) / (Cell * 0.1f));

        public readonly EdgeStretch Stretch(int width, int height) => new(
            step >= halo && step >= falls ? EdgeFault.Step : halo >= falls ? EdgeFault.Halo : EdgeFault.FallsShort, x / weight / width, y / weight / height, Worst);
    }
}
