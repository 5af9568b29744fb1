using Yarnwheel.Core.Photos;
using Yarnwheel.Measure.Quality.Edges.Randomised;
using Yarnwheel.Measure.Quality.Photographs;

namespace Yarnwheel.Measure.Quality.Subjects.Randomised;

/// <summary>Open photographs with traced subjects as somebody else may have taken them: a piece of one, mirrored, in another light, as another JPEG. What reading a gesture is learnt from beside things made at random.</summary>
internal sealed class RandomPhotographs
{
    /// <summary>Larger ones are halved, pixels.</summary>
    private const int MostPixels = 450_000;

    /// <summary>Least share of the piece that the subject must have, and the most.</summary>
    private const double Least = 0.01, Most = 0.75;

    private readonly (float[] Light, float[] Alpha, int Width, int Height)[] traced;

    private RandomPhotographs(IEnumerable<SubjectScene> scenes) => traced = [.. scenes.Select(Read)];

    /// <summary>Those that may be learnt from: none that was put aside.</summary>
    public static RandomPhotographs All() => new(((OutlineUse[])[OutlineUse.Tuned, OutlineUse.Learnt]).SelectMany(OutlinedScenes.All));

    /// <summary>Traced subjects; as many scenes follow each other until one comes again.</summary>
    public int Count => traced.Length;

    /// <param name="seed">The same gives the same.</param>
    public (SubjectScene Scene, BytePixels Photo) Of(int seed)
    {
        var random = new Random(seed * 7907 + 29);
        var (light, alpha, fullWidth, fullHeight) = traced[seed % traced.Length];
        while (true)
        {
            var size = random.Chance(0.5) ? 1 : random.Within(0.5, 1);
            int width = (int)(size * fullWidth), height = (int)(size * fullHeight), left = random.Next(fullWidth - width + 1), top = random.Next(fullHeight - height + 1);
            var isMirrored = random.Chance(0.5);
            float[] gains = [.. Enumerable.Range(0, 3).Select(_ => (float)Math.Exp(random.Within(-0.2, 0.2)))];
            float[] ownLight = new float[3 * width * height], own = new float[width * height];
            for (var i = 0; i < own.Length; i++)
            {
                int x = i % width, from = (top + i / width) * fullWidth + left + (isMirrored ? width - 1 - x : x);
                own[i] = alpha[from];
                for (var c = 0; c < 3; c++) ownLight[3 * i + c] = light[3 * from + c] * gains[c];
            }
            if (own.Average() is < (float)Least or > (float)Most || !own.Any(a => a > 0.99f)) continue;
            var scene = SubjectScenes.Photographed($"photograph at random {seed}", ownLight, own, width, height, isCompact: false, exposure: 1, random.Within(0.2, 1.5), random.Next(50, 95));
            return (scene, scene.Photo);
        }
    }

    private static (float[] Light, float[] Alpha, int Width, int Height) Read(SubjectScene scene)
    {
        var (light, alpha, width, height) = (SubjectScenes.Light(Pyramid.Build(scene.Photo).Level(0), out _), scene.Alpha, scene.Width, scene.Height);
        while (width * height > MostPixels) (light, alpha, width, height) = (Halved(light, width, height, 3), Halved(alpha, width, height, 1), width / 2, height / 2);
        return (light, alpha, width, height);
    }

    /// <summary>The mean of two by two pixels.</summary>
    private static float[] Halved(float[] values, int width, int height, int channels)
    {
        var result = new float[width / 2 * (height / 2) * channels];
        for (var i = 0; i < result.Length; i++)
        {
            int c = i % channels, x = 2 * (i / channels % (width / 2)), y = 2 * (i / channels / (width / 2)), at = (y * width + x) * channels + c;
            result[i] = (values[at] + values[at + channels] + values[at + width * channels] + values[at + (width + 1) * channels]) / 4;
        }
        return result;
    }
}
