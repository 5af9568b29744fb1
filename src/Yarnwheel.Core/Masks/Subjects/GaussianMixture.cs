using System.Numerics;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>How often each colour occurs in a set of colours: several Gaussians, each with its weight, mean and full covariance.</summary>
/// <remarks>Begun by splitting the widest cluster across its principal axis (M. Orchard, C. Bouman, "Color Quantization of Images",
/// IEEE Trans. Signal Processing 39, 1991), then fitted by expectation maximisation (A. Dempster, N. Laird, D. Rubin, 1977).</remarks>
public sealed class GaussianMixture
{
    /// <summary>Least standard deviation along any axis, OKLab.</summary>
    public const float LeastDeviation = 0.012f;

    // Density that any colour has: one that was never seen is unlikely, not impossible.
    private const float Anywhere = 1;

    private readonly Gaussian[] gaussians;

    private GaussianMixture(Gaussian[] gaussians) => this.gaussians = gaussians;

    public IReadOnlyList<Gaussian> Gaussians => gaussians;

    /// <summary>Fits a mixture.</summary>
    /// <param name="colours">OKLab.</param>
    /// <param name="weights">Of each colour, 0 or more; at least one above 0.</param>
    /// <param name="most">Most Gaussians.</param>
    /// <param name="rounds">Of expectation maximisation.</param>
    public static GaussianMixture Fit(ReadOnlySpan<Vector3> colours, ReadOnlySpan<float> weights, int most, int rounds = 4)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(most, 1);
        var indices = Occurring(weights);
        if (indices.Length == 0) throw new ArgumentException("nothing to fit", nameof(weights));
        var owners = new int[indices.Length];
        var clusters = new List<Moments> { Moments.Of(colours, weights, indices, owners, 0) };
        while (clusters.Count < most)
        {
            var widest = 0;
            for (var k = 1; k < clusters.Count; k++) if (clusters[k].Spread > clusters[widest].Spread) widest = k;
            var (axis, spread) = clusters[widest].PrincipalAxis();
            if (spread < LeastDeviation * LeastDeviation) break;
            var middle = Vector3.Dot(axis, clusters[widest].Mean);
            for (var i = 0; i < indices.Length; i++)
                if (owners[i] == widest && Vector3.Dot(axis, colours[indices[i]]) > middle) owners[i] = clusters.Count;
            clusters.Add(Moments.Of(colours, weights, indices, owners, clusters.Count));
            clusters[widest] = Moments.Of(colours, weights, indices, owners, widest);
        }
        var all = clusters.Sum(c => c.Weight);
        var mixture = new GaussianMixture([.. clusters.Where(c => c.Weight > 0).Select(c => c.ToGaussian(all))]);
        for (var round = 0; round < rounds; round++) mixture = mixture.Refitted(colours, weights, indices);
        return mixture;
    }

    /// <summary>Natural logarithm of the density at a colour.</summary>
    public float LogDensity(Vector3 colour)
    {
        var sum = Anywhere;
        foreach (ref readonly var gaussian in gaussians.AsSpan()) sum += gaussian.Density(colour);
        return MathF.Log(sum);
    }

    private GaussianMixture Refitted(ReadOnlySpan<Vector3> colours, ReadOnlySpan<float> weights, int[] indices)
    {
        var moments = new Moments[gaussians.Length];
        for (var k = 0; k < moments.Length; k++) moments[k] = new Moments(gaussians[k].Mean);
        Span<float> shares = stackalloc float[gaussians.Length];
        foreach (var i in indices)
        {
            var sum = 1e-12f;
            for (var k = 0; k < shares.Length; k++) sum += shares[k] = gaussians[k].Density(colours[i]);
            var weight = weights[i] / sum;
            for (var k = 0; k < shares.Length; k++)
            {
                var share = shares[k] * weight;
                if (share > 1e-6f * weights[i]) moments[k].Add(colours[i], share);
            }
        }
        var all = moments.Sum(m => m.Weight);
        return all <= 0 ? this : new GaussianMixture([.. moments.Where(m => m.Weight > 1e-6 * all).Select(m => m.ToGaussian(all))]);
    }

    private static int[] Occurring(ReadOnlySpan<float> weights)
    {
        var result = new List<int>();
        for (var i = 0; i < weights.Length; i++) if (weights[i] > 0) result.Add(i);
        return [.. result];
    }
}
