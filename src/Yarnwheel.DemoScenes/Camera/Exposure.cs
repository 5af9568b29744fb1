using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Camera;

/// <summary>What the sensor gathered: light in all, and for each subject its coverage and its share of the light.</summary>
internal sealed class Exposure
{
    /// <summary>The brightest radiance that one path may bring, of the scene's white: a rare path far brighter would leave a firefly that no sensor shows.</summary>
    public const float Brightest = 12;

    public int Width { get; }

    public int Height { get; }

    /// <summary>Mean radiance of each pixel, interleaved R, G, B.</summary>
    public float[] Light { get; }

    /// <summary>Of each subject: the share of each pixel it covers, 0 … 1.</summary>
    public float[][] Coverage { get; }

    /// <summary>Of each subject: the part of <see cref="Light"/> that came from it.</summary>
    public float[][] Share { get; }

    private Exposure(int width, int height, int subjects)
    {
        Width = width;
        Height = height;
        Light = new float[width * height * 3];
        Coverage = Enumerable.Range(0, subjects).Select(_ => new float[width * height]).ToArray();
        Share = Enumerable.Range(0, subjects).Select(_ => new float[width * height * 3]).ToArray();
    }

    /// <summary>Exposes the picture; each pixel's chance depends on its place and the seed alone, not on threads.</summary>
    public static Exposure Take(Scenes.SceneModel scene, int width, int height, int samples, Action<double>? progress = null)
    {
        var exposure = new Exposure(width, height, scene.Subjects.Count);
        var tracer = new PathTracer(new Bvh(scene.Shapes), scene.Lighting, scene.Depth, scene.Steam);
        var done = 0;
        Parallel.For(0, height, y =>
        {
            for (var x = 0; x < width; x++) exposure.Pixel(scene, tracer, x, y, samples);
            var rows = Interlocked.Increment(ref done);
            if (rows % 20 == 0) progress?.Invoke(rows / (double)height);
        });
        return exposure;
    }

    private void Pixel(Scenes.SceneModel scene, PathTracer tracer, int x, int y, int samples)
    {
        var sum = Vector3.Zero;
        Span<Vector3> shares = stackalloc Vector3[Math.Max(1, scene.Subjects.Count)];
        Span<int> counts = stackalloc int[Math.Max(1, scene.Subjects.Count)];
        shares.Clear();
        counts.Clear();
        for (var s = 0; s < samples; s++)
        {
            var sampler = new Sampler(x, y, s, scene.Seed);
            var place = sampler.Next2();
            var ray = scene.Lens.Through((2 * (x + place.X) - Width) / Height, 1 - 2 * (y + place.Y) / Height, sampler.Next2());
            var (radiance, subject) = tracer.Trace(ray, ref sampler);
            radiance = Vector3.Min(radiance, new Vector3(Brightest * scene.White));
            sum += radiance;
            if (subject < 0) continue;
            shares[subject] += radiance;
            counts[subject]++;
        }
        var index = y * Width + x;
        Put(Light, index, sum / samples);
        for (var k = 0; k < scene.Subjects.Count; k++)
        {
            Coverage[k][index] = counts[k] / (float)samples;
            Put(Share[k], index, shares[k] / samples);
        }
    }

    private static void Put(float[] plane, int index, Vector3 value)
    {
        plane[3 * index] = value.X;
        plane[3 * index + 1] = value.Y;
        plane[3 * index + 2] = value.Z;
    }
}
