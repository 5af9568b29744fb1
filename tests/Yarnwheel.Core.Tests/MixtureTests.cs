using System.Numerics;
using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Tests;

/// <summary>Gaussian mixtures fitted to samples drawn from known ones.</summary>
public class MixtureTests
{
    private static readonly (float Share, Vector3 Mean, Vector3 Deviation)[] Known =
    [
        (0.5f, new Vector3(0.30f, 0.10f, 0.06f), new Vector3(0.06f, 0.02f, 0.02f)),
        (0.3f, new Vector3(0.70f, -0.08f, 0.05f), new Vector3(0.03f, 0.03f, 0.02f)),
        (0.2f, new Vector3(0.55f, 0.02f, -0.12f), new Vector3(0.02f, 0.02f, 0.04f)),
    ];

    [Theory]
    [InlineData(GaussianMixture.LeastDeviation)]
    [InlineData(0.004f)]
    public void Weights_means_and_spreads_of_a_known_sample_are_found(float least)
    {
        var (colours, weights) = Sample(5_000);
        var fitted = GaussianMixture.Fit(colours, weights, 3, rounds: 12, least);
        foreach (var (share, mean, deviation) in Known)
        {
            var found = fitted.Gaussians.MinBy(g => (g.Mean - mean).LengthSquared());
            // Of 1,000 and more samples each: five standard errors, and the least deviation that every fit is given.
            Assert.Equal(share, found.Weight, 0.03f);
            Assert.True((found.Mean - mean).Length() < 0.006f, $"{found.Mean} for {mean}");
            Assert.Equal(deviation.X * deviation.X + least * least, 1 / found.Precision.X, 6e-4f);
            Assert.Equal(deviation.Z * deviation.Z + least * least, 1 / found.Precision.Z, 3e-4f);
        }
    }

    [Fact]
    public void The_density_is_the_one_it_was_drawn_from()
    {
        var (colours, weights) = Sample(5_000);
        var fitted = GaussianMixture.Fit(colours, weights, 3, rounds: 12);
        foreach (var (_, mean, _) in Known) Assert.Equal(Math.Log(Density(mean)), fitted.LogDensity(mean), 0.3);
        Assert.True(fitted.LogDensity(new Vector3(0.95f, 0.2f, 0.2f)) < 0.1f);
    }

    [Fact]
    public void More_rounds_never_make_the_sample_less_likely()
    {
        var (colours, weights) = Sample(1_500);
        double Likelihood(int rounds) => colours.Average(c => GaussianMixture.Fit(colours, weights, 4, rounds).LogDensity(c));
        var before = Likelihood(0);
        foreach (var rounds in (int[])[1, 2, 4, 8])
        {
            var now = Likelihood(rounds);
            // The least deviation is given anew in each round, which costs a little.
            Assert.True(now > before - 0.02, $"{rounds} rounds: {before} then {now}");
            before = now;
        }
    }

    [Fact]
    public void The_density_is_that_of_its_Gaussians()
    {
        var (colours, weights) = Sample(700);
        var fitted = GaussianMixture.Fit(colours, weights, 5);
        var logs = fitted.LogDensities(colours);
        for (var i = 0; i < colours.Length; i++)
        {
            // The textbook's formula, in double precision; a density of 1 goes to every colour.
            var expected = 1 + fitted.Gaussians.Sum(g =>
            {
                var d = colours[i] - g.Mean;
                double squared = (double)g.Precision.X * d.X * d.X + (double)g.Precision.Y * d.Y * d.Y + (double)g.Precision.Z * d.Z * d.Z + (double)g.Cross.X * d.X * d.Y + (double)g.Cross.Y * d.X * d.Z + (double)g.Cross.Z * d.Y * d.Z;
                return g.Peak * Math.Exp(-squared / 2);
            });
            Assert.Equal(Math.Log(expected), logs[i], 2e-5);
        }
    }

    [Fact]
    public void Cells_of_superpixels_say_what_their_pixels_say()
    {
        var random = new Random(8);
        int[] labels = [.. Enumerable.Range(0, 900).Select(i => i / 40)], cells = [.. labels.Select(l => (l + random.Next(3)) % 30)];
        var shares = SuperpixelColours.Of(labels, 23, cells, 30);
        float[] values = [.. Enumerable.Range(0, 30).Select(_ => (float)random.Next(8))], weights = [.. Enumerable.Range(0, 23).Select(_ => (float)random.Next(4))];
        Assert.Equal(Enumerable.Range(0, 23).Select(k => labels.Index().Where(l => l.Item == k).Sum(l => values[cells[l.Index]])), shares.Summed(values));
        Assert.Equal(Enumerable.Range(0, 30).Select(c => cells.Index().Where(o => o.Item == c).Sum(o => weights[labels[o.Index]])), shares.Weighed(weights));
    }

    [Fact]
    public void One_colour_alone_can_be_fitted()
    {
        var fitted = GaussianMixture.Fit([new Vector3(0.5f, 0.1f, 0)], [3], 5);
        Assert.Single(fitted.Gaussians);
        Assert.True(float.IsFinite(fitted.LogDensity(Vector3.Zero)));
        Assert.Throws<ArgumentException>(() => GaussianMixture.Fit([Vector3.One], [0], 2));
    }

    private static (Vector3[], float[]) Sample(int count)
    {
        var random = new Random(11);
        float Normal() => (float)(Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble()));
        var colours = new Vector3[count];
        for (var i = 0; i < count; i++)
        {
            var drawn = random.NextDouble();
            var (_, mean, deviation) = drawn < 0.5 ? Known[0] : drawn < 0.8 ? Known[1] : Known[2];
            colours[i] = mean + deviation * new Vector3(Normal(), Normal(), Normal());
        }
        return (colours, [.. Enumerable.Repeat(1f, count)]);
    }

    /// <summary>Of the known mixture, widened by the least deviation.</summary>
    private static double Density(Vector3 colour)
    {
        const double least = GaussianMixture.LeastDeviation * GaussianMixture.LeastDeviation;
        return Known.Sum(k =>
        {
            var (d, s) = (colour - k.Mean, k.Deviation * k.Deviation);
            double x = s.X + least, y = s.Y + least, z = s.Z + least;
            return k.Share * Math.Exp(-0.5 * (d.X * d.X / x + d.Y * d.Y / y + d.Z * d.Z / z)) / Math.Sqrt(Math.Pow(2 * Math.PI, 3) * x * y * z);
        });
    }
}
