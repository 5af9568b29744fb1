using System.Numerics;

namespace Yarnwheel.Core.Masks.Segments;

/// <summary>How often each colour occurs in a set of colours: several Gaussians, each with its weight, mean and full covariance.</summary>
/// <remarks>Begun by splitting the widest cluster across its principal axis (M. Orchard, C. Bouman, "Color Quantization of Images",
/// IEEE Trans. Signal Processing 39, 1991), then fitted by expectation maximisation (A. Dempster, N. Laird, D. Rubin, 1977).</remarks>
public sealed class GaussianMixture
{
    /// <summary>Least standard deviation along any axis, OKLab, where nothing else is asked for.</summary>
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
    /// <param name="least">Least standard deviation along any axis, OKLab.</param>
    public static GaussianMixture Fit(ReadOnlySpan<Vector3> colours, ReadOnlySpan<float> weights, int most, int rounds = 4, float least = LeastDeviation)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(most, 1);
        var (occurring, own) = Occurring(colours, weights);
        if (own.Length == 0) throw new ArgumentException("nothing to fit", nameof(weights));
        var owners = new int[own.Length];
        var clusters = new List<Moments> { Moments.Of(occurring, own, owners, 0) };
        while (clusters.Count < most)
        {
            var widest = 0;
            for (var k = 1; k < clusters.Count; k++) if (clusters[k].Spread > clusters[widest].Spread) widest = k;
            var (axis, spread) = clusters[widest].PrincipalAxis();
            if (spread < least * least) break;
            var middle = Vector3.Dot(axis, clusters[widest].Mean);
            for (var i = 0; i < owners.Length; i++)
                if (owners[i] == widest && Vector3.Dot(axis, occurring[i]) > middle) owners[i] = clusters.Count;
            clusters.Add(Moments.Of(occurring, own, owners, clusters.Count));
            clusters[widest] = Moments.Of(occurring, own, owners, widest);
        }
        var all = clusters.Sum(c => c.Weight);
        var mixture = new GaussianMixture([.. clusters.Where(c => c.Weight > 0).Select(c => c.ToGaussian(all, least))]);
        var rows = new ColourRows(occurring);
        for (var round = 0; round < rounds; round++) mixture = mixture.Refitted(rows, occurring, own, least);
        return mixture;
    }

    /// <summary>Natural logarithm of the density at a colour.</summary>
    public float LogDensity(Vector3 colour) => LogDensities([colour])[0];

    /// <summary>The same at many colours.</summary>
    /// <param name="colours">OKLab.</param>
    public float[] LogDensities(ReadOnlySpan<Vector3> colours)
    {
        var rows = new ColourRows(colours);
        var logs = new float[colours.Length];
        Array.Fill(logs, Anywhere);
        foreach (var gaussian in gaussians) rows.AddDensity(gaussian, logs);
        ColourRows.Log(logs);
        return logs;
    }

    private GaussianMixture Refitted(ColourRows rows, Vector3[] colours, float[] weights, float least)
    {
        var shares = new float[gaussians.Length][];
        var sums = new float[weights.Length];
        Array.Fill(sums, 1e-12f);
        for (var k = 0; k < shares.Length; k++) rows.AddDensity(gaussians[k], sums, shares[k] = new float[weights.Length]);
        for (var i = 0; i < sums.Length; i++) sums[i] = weights[i] / sums[i];
        var moments = new Moments[gaussians.Length];
        for (var k = 0; k < moments.Length; k++)
        {
            moments[k] = new Moments(gaussians[k].Mean);
            var own = shares[k];
            for (var i = 0; i < own.Length; i++)
            {
                var share = own[i] * sums[i];
                own[i] = share > 1e-6f * weights[i] ? share : 0;
            }
            moments[k].Add(colours, own);
        }
        var all = moments.Sum(m => m.Weight);
        return all <= 0 ? this : new GaussianMixture([.. moments.Where(m => m.Weight > 1e-6 * all).Select(m => m.ToGaussian(all, least))]);
    }

    private static (Vector3[] Colours, float[] Weights) Occurring(ReadOnlySpan<Vector3> colours, ReadOnlySpan<float> weights)
    {
        var (occurring, own) = (new List<Vector3>(), new List<float>());
        for (var i = 0; i < weights.Length; i++)
        {
            if (weights[i] <= 0) continue;
            occurring.Add(colours[i]);
            own.Add(weights[i]);
        }
        return ([.. occurring], [.. own]);
    }
}
