using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Photos;
using Yarnwheel.Measure.Quality.Edges.Randomised;

namespace Yarnwheel.Measure.Quality.Edges.Learning;

/// <summary>A scene that something is learnt from: more kinds than those that judge (<see cref="RandomScenes"/>).</summary>
/// <param name="Seed">Of its scene.</param>
/// <param name="Surfaces">Photographs whose surfaces it is made of, null for dyes.</param>
/// <param name="IsPlain">Without texture.</param>
internal sealed record LessonScene(int Seed, PhotographedSurfaces? Surfaces, bool IsPlain)
{
    /// <summary>Shares of the scenes that are dark, and that somebody mixed by encoded values instead of light, as pictures put together by programs often are.</summary>
    private const double Dark = 0.3;
    private const double Encoded = 0.1;

    public Random Random { get; } = new(Seed * 31 + (IsPlain ? 3 : Surfaces is null ? 0 : 7));

    /// <summary>It and its photo; null where there is no subject or no ground.</summary>
    public (MatteScene Scene, BytePixels Photo)? Draw()
    {
        var (scene, capture, _) = RandomScenes.Of(Seed, Surfaces);
        if (IsPlain) scene = Plain(scene);
        if (!scene.Alpha.Any(a => a > 0.99f) || !scene.Alpha.Any(a => a < 0.004f)) return null;
        if (Random.Chance(Dark)) scene = Darker(scene, (float)Random.Within(0.1, 0.8));
        if (Random.Chance(Encoded)) scene = MixedEncoded(scene);
        return (scene, capture.Photo(scene));
    }

    /// <summary>The same without texture: one colour, softer edges, a ground whose colours run into each other.</summary>
    private MatteScene Plain(MatteScene scene)
    {
        int width = scene.Width, height = scene.Height;
        var alpha = Random.Chance(0.6) ? Softening.Blurred(scene.Alpha, Random.Within(0.7, 6), width, height) : scene.Alpha;
        var (soft, left) = (Random.Within(8, 40), (float)Random.Within(0, 0.15));
        var weight = Softening.Blurred([.. scene.Alpha.Select(a => 1 - a + 1e-4f)], soft, width, height);
        var (own, rest) = ((float[])scene.Subject.Clone(), (float[])scene.Rest.Clone());
        for (var c = 0; c < 3; c++)
        {
            var colour = Enumerable.Range(0, alpha.Length).Sum(i => (double)scene.Subject[3 * i + c]) / scene.Alpha.Sum(a => (double)a);
            var behind = Softening.Blurred([.. Enumerable.Range(0, alpha.Length).Select(i => scene.Rest[3 * i + c])], soft, width, height);
            for (var i = 0; i < alpha.Length; i++)
            {
                var texture = scene.Alpha[i] > 0.99f ? left * (scene.Subject[3 * i + c] - (float)colour) : 0;
                own[3 * i + c] = alpha[i] * ((float)colour + texture);
                rest[3 * i + c] = (1 - alpha[i]) * behind[i] / weight[i];
            }
        }
        return scene with { Alpha = alpha, Subject = own, Rest = rest };
    }

    private static MatteScene Darker(MatteScene scene, float factor) => scene with { Subject = [.. scene.Subject.Select(v => v * factor)], Rest = [.. scene.Rest.Select(v => v * factor)] };

    private static MatteScene MixedEncoded(MatteScene scene)
    {
        var rest = (float[])scene.Rest.Clone();
        for (var i = 0; i < rest.Length; i++)
        {
            var alpha = scene.Alpha[i / 3];
            if (alpha is <= 0 or >= 1) continue;
            rest[i] = (float)Srgb.Decode(alpha * Srgb.Encode((double)(scene.Subject[i] / alpha)) + (1 - alpha) * Srgb.Encode((double)(scene.Rest[i] / (1 - alpha)))) - scene.Subject[i];
        }
        return scene with { Rest = rest };
    }
}
