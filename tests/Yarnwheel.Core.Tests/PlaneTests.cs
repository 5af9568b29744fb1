using OpenCvSharp;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Tests;

/// <summary>Filters over planes against OpenCV (OpenCvSharp4 4.13).</summary>
public class PlaneTests
{
    private const int Width = 157;
    private const int Height = 93;

    [Theory]
    [InlineData(0.02)]
    [InlineData(0.3)]
    public void Distances_to_the_nearest_marked_pixel_equal_OpenCVs(double share)
    {
        var random = new Random(3);
        var marked = Enumerable.Range(0, Width * Height).Select(_ => random.NextDouble() < share).ToArray();
        var transform = DistanceTransform.Of(marked, Width, Height);
        using var source = Mat.FromPixelData(Height, Width, MatType.CV_8UC1, Array.ConvertAll(marked, m => (byte)(m ? 0 : 255)));
        using var distances = new Mat();
        Cv2.DistanceTransform(source, distances, DistanceTypes.L2, DistanceTransformMasks.Precise);
        distances.GetArray(out float[] expected);
        for (var i = 0; i < expected.Length; i++) Assert.Equal(expected[i], transform.Distance(i), 1e-4);
        // Asked for up to a distance alone, it is the same up to there.
        var near = DistanceTransform.Of(marked, Width, Height, within: 3);
        for (var i = 0; i < expected.Length; i++)
        {
            if (expected[i] <= 3) Assert.Equal(transform.Distance(i), near.Distance(i));
            else Assert.True(near.Distance(i) > 3);
        }
    }

    [Theory]
    [InlineData(0.0008, 1)]
    [InlineData(0.0008, 7)]
    [InlineData(0.02, 40)]
    [InlineData(0.3, 100)]
    public void Near_pixels_are_the_same_whether_columns_are_tried_or_their_envelope_is_drawn(double share, int within)
    {
        var random = new Random(5);
        var marked = Enumerable.Range(0, Width * Height).Select(_ => random.NextDouble() < share).ToArray();
        DistanceTransform all = DistanceTransform.Of(marked, Width, Height), near = DistanceTransform.Of(marked, Width, Height, within);
        for (var i = 0; i < marked.Length; i++)
        {
            if (all.Distance(i) > within) continue;
            // Also of several as near the same one.
            Assert.Equal(all.Nearest(i), near.Nearest(i));
        }
    }

    [Fact]
    public void With_nothing_marked_all_is_infinitely_far()
    {
        var transform = DistanceTransform.Of(new bool[12], 4, 3);
        Assert.Equal(float.PositiveInfinity, transform.Distance(5));
        Assert.Equal(-1, transform.Nearest(5));
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void Connected_pieces_equal_OpenCVs(bool diagonal)
    {
        var random = new Random(4);
        var marked = Enumerable.Range(0, Width * Height).Select(_ => random.NextDouble() < 0.45).ToArray();
        var pieces = Components.Of(marked, Width, Height, diagonal);
        using var source = Mat.FromPixelData(Height, Width, MatType.CV_8UC1, Array.ConvertAll(marked, m => (byte)(m ? 255 : 0)));
        using var labels = new Mat();
        var count = Cv2.ConnectedComponents(source, labels, diagonal ? PixelConnectivity.Connectivity8 : PixelConnectivity.Connectivity4);
        Assert.Equal(count - 1, pieces.Count);
        labels.GetArray(out int[] expected);
        var names = new Dictionary<int, int>();
        foreach (var run in pieces.Runs)
        {
            for (var x = run.Begin; x < run.End; x++)
            {
                var theirs = expected[run.Y * Width + x];
                Assert.True(theirs > 0);
                if (!names.TryAdd(run.Label, theirs)) Assert.Equal(names[run.Label], theirs);
            }
        }
        Assert.Equal(marked.Count(m => m), pieces.Runs.Sum(r => r.End - r.Begin));
    }

    [Theory]
    [InlineData(0.8, 2e-3)]
    [InlineData(3, 2e-3)]
    [InlineData(8, 2e-3)]
    [InlineData(14, 4e-3)]
    public void The_Gaussian_equals_OpenCVs(double sigma, double tolerance)
    {
        var random = new Random(6);
        var plane = Enumerable.Range(0, Width * Height).Select(i => i / Width > 40 != i % Width > 70 ? 1f : 0.3f * random.NextSingle()).ToArray();
        var blurred = GaussianBlur.Of(new Plane<float>(new Region(0, 0, Width, Height), plane), sigma, CancellationToken.None).Values;
        using var source = Mat.FromPixelData(Height, Width, MatType.CV_32FC1, plane);
        using var target = new Mat();
        Cv2.GaussianBlur(source, target, new Size(0, 0), sigma, sigma, BorderTypes.Replicate);
        target.GetArray(out float[] expected);
        var difference = expected.Zip(blurred, (a, b) => Math.Abs(a - b)).ToArray();
        Assert.True(difference.Average() < tolerance, $"mean {difference.Average()}, most {difference.Max()}");
        Assert.True(difference.Max() < 0.03, $"most {difference.Max()}");
    }

    [Fact]
    public void A_wide_Gaussian_does_not_depend_on_the_tile()
    {
        var random = new Random(6);
        var all = new Region(0, 0, 400, 300);
        var plane = new Plane<float>(all, [.. Enumerable.Range(0, 400 * 300).Select(_ => random.NextSingle())]);
        const double sigma = 13;
        var whole = GaussianBlur.Of(plane, sigma, CancellationToken.None);
        var halo = GaussianBlur.Halo(sigma);
        var inner = new Region(150, 120, 60, 50);
        var part = GaussianBlur.Of(plane.Cut(inner.Widen(halo).Intersect(all)), sigma, CancellationToken.None);
        Assert.Equal(whole.Cut(inner).Values, part.Cut(inner).Values);
    }

    [Fact]
    public void The_box_mean_equals_OpenCVs_where_the_window_is_whole()
    {
        var random = new Random(7);
        var plane = Enumerable.Range(0, Width * Height).Select(_ => random.NextSingle()).ToArray();
        var mean = BoxMean.Of(plane, Width, Height, 5);
        using var source = Mat.FromPixelData(Height, Width, MatType.CV_32FC1, plane);
        using var target = new Mat();
        Cv2.Blur(source, target, new Size(11, 11));
        target.GetArray(out float[] expected);
        for (var y = 5; y < Height - 5; y++)
            for (var x = 5; x < Width - 5; x++) Assert.Equal(expected[y * Width + x], mean[y * Width + x], 1e-5);
        // At the corner: the mean of what is there.
        Assert.Equal(Enumerable.Range(0, 6).SelectMany(y => Enumerable.Range(0, 6).Select(x => plane[y * Width + x])).Average(), mean[0], 1e-5);
    }
}
