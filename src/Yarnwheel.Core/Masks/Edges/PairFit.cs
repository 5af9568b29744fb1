using System.Numerics;
using System.Runtime.Intrinsics;

namespace Yarnwheel.Core.Masks.Edges;

/// <summary>Picks of the samples near a pixel the pair that explains its colour best, and how far it is mixed of either.</summary>
/// <remarks>All pairs are tried, eight side by side; every operation is one of IEEE 754, so any processor gives the same bits.</remarks>
internal static class PairFit
{
    /// <summary>Cost of going against the rough mask.</summary>
    private const float Doubt = 0.1f;

    /// <summary>Cost of half-way pixels: most pixels belong to one side.</summary>
    private const float Half = 0.3f;

    /// <summary>Cost of another light on the same dye.</summary>
    private const float Shadow = 0.12f;

    /// <summary>Cost of samples from further off than the nearest.</summary>
    private const float Far = 0.01f;

    // Dark colours differ less in light than to the eye.
    private static float Scale(Vector3 colour) => 1 / (0.02f + 0.25f * (colour.X + colour.Y + colour.Z) / 3);

    /// <param name="colour">Of the pixel, linear light.</param>
    /// <param name="prior">How likely it is foreground, 0 … 1.</param>
    /// <param name="foreground">At least one.</param>
    /// <param name="background">At least one.</param>
    public static ColourPair Of(Vector3 colour, float prior, in SampleSet foreground, in SampleSet background)
    {
        var foregroundAlone = Alone(colour, foreground) + Doubt * (1 - prior);
        var backgroundAlone = Alone(colour, background) + Doubt * prior;
        var best = Mixed(colour, prior, foreground, background, out var mixed);
        if (mixed < MathF.Min(foregroundAlone, backgroundAlone)) return best;
        var apart = MathF.Abs(foregroundAlone - backgroundAlone);
        var trust = apart / (apart + 0.1f);
        return foregroundAlone < backgroundAlone ? new ColourPair(colour, background[background.Nearest], 1, trust) : new ColourPair(foreground[foreground.Nearest], colour, 0, trust);
    }

    /// <summary>The pair that explains a colour best where it is known how far it is mixed of either.</summary>
    /// <param name="colour">Of the pixel, linear light.</param>
    /// <param name="alpha">Share of the foreground, 0 … 1.</param>
    /// <param name="foreground">At least one.</param>
    /// <param name="background">At least one.</param>
    public static ColourPair Given(Vector3 colour, float alpha, in SampleSet foreground, in SampleSet background)
    {
        var scale = Scale(colour);
        float nearForeground = Far / foreground.Distance(foreground.Nearest), nearBackground = Far / background.Distance(background.Nearest), least = float.MaxValue;
        var best = default(ColourPair);
        for (var k = 0; k < foreground.Count; k++)
        {
            var rest = colour - alpha * foreground[k];
            for (var i = 0; i < background.Count; i++)
            {
                var residual = (rest - (1 - alpha) * background[i]).Length() * scale;
                var cost = residual + foreground.Distance(k) * nearForeground + background.Distance(i) * nearBackground;
                if (cost >= least) continue;
                least = cost;
                best = new ColourPair(foreground[k], background[i], alpha, MathF.Exp(-residual * residual / (2 * 0.12f * 0.12f)));
            }
        }
        return best;
    }

    /// <summary>How badly one side alone explains a colour: by hue and chroma, and a little by its shade.</summary>
    public static float Alone(Vector3 colour, in SampleSet samples)
    {
        Vector256<float> red = Vector256.Create(colour.X), green = Vector256.Create(colour.Y), blue = Vector256.Create(colour.Z);
        var scale = Vector256.Create(Scale(colour));
        var least = Vector256.Create(float.MaxValue);
        for (var from = 0; from < samples.Count; from += 8)
        {
            var (x, y, z, _) = samples.Eight(from);
            var shade = (red * x + green * y + blue * z) / Vector256.MaxNative(Vector256.Create(1e-6f), x * x + y * y + z * z);
            shade = Vector256.MinNative(Vector256.MaxNative(shade, Vector256.Create(0.25f)), Vector256.Create(3f));
            Vector256<float> dx = red - shade * x, dy = green - shade * y, dz = blue - shade * z;
            // About the logarithm of the shade.
            var darker = Vector256.Abs(shade - Vector256<float>.One) / Vector256.Sqrt(shade);
            var cost = Vector256.Sqrt(dx * dx + dy * dy + dz * dz) * scale + Vector256.Create(Shadow) * darker;
            least = Vector256.ConditionalSelect(samples.Holds(from), Vector256.MinNative(least, cost), least);
        }
        var result = float.MaxValue;
        for (var lane = 0; lane < 8; lane++) result = MathF.Min(result, least[lane]);
        return result;
    }

    private static ColourPair Mixed(Vector3 colour, float prior, in SampleSet foreground, in SampleSet background, out float least)
    {
        Vector256<float> one = Vector256<float>.One, scale = Vector256.Create(Scale(colour)), expected = Vector256.Create(prior);
        Vector256<float> costs = Vector256.Create(float.MaxValue), pairs = Vector256<float>.Zero;
        var nearForeground = Far / foreground.Distance(foreground.Nearest);
        var nearBackground = Vector256.Create(Far / background.Distance(background.Nearest));
        for (var k = 0; k < foreground.Count; k++)
        {
            var f = foreground[k];
            var away = Vector256.Create(foreground.Distance(k) * nearForeground);
            for (var from = 0; from < background.Count; from += 8)
            {
                var (x, y, z, distance) = background.Eight(from);
                Vector256<float> wayX = Vector256.Create(f.X) - x, wayY = Vector256.Create(f.Y) - y, wayZ = Vector256.Create(f.Z) - z;
                Vector256<float> ownX = Vector256.Create(colour.X) - x, ownY = Vector256.Create(colour.Y) - y, ownZ = Vector256.Create(colour.Z) - z;
                var length2 = wayX * wayX + wayY * wayY + wayZ * wayZ;
                var alpha = Vector256.MinNative(Vector256.MaxNative((ownX * wayX + ownY * wayY + ownZ * wayZ) / length2, Vector256<float>.Zero), one);
                ownX -= alpha * wayX;
                ownY -= alpha * wayY;
                ownZ -= alpha * wayZ;
                var cost = Vector256.Sqrt(ownX * ownX + ownY * ownY + ownZ * ownZ) * scale + away + distance * nearBackground
                    + Vector256.Create(Doubt) * Vector256.Abs(alpha - expected) + Vector256.Create(Half) * alpha * (one - alpha);
                var better = Vector256.LessThan(cost, costs) & Vector256.GreaterThan(length2, Vector256.Create(1e-9f)) & background.Holds(from);
                costs = Vector256.ConditionalSelect(better, cost, costs);
                pairs = Vector256.ConditionalSelect(better, Vector256.Create((float)(k * SampleSet.Most + from)), pairs);
            }
        }
        var lane = 0;
        for (var k = 1; k < 8; k++)
            if (costs[k] < costs[lane]) lane = k;
        least = costs[lane];
        if (least == float.MaxValue) return new ColourPair(colour, colour, prior, 0);
        var pair = (int)pairs[lane];
        return Weighed(colour, foreground[pair / SampleSet.Most], background[pair % SampleSet.Most + lane]);
    }

    /// <summary>The pair's alpha, and how well it explains the colour.</summary>
    private static ColourPair Weighed(Vector3 colour, Vector3 foreground, Vector3 background)
    {
        var scale = Scale(colour);
        var way = foreground - background;
        var alpha = Math.Clamp(Vector3.Dot(colour - background, way) / way.LengthSquared(), 0, 1);
        var residual = (colour - background - alpha * way).Length() * scale;
        var apart = way.Length() * scale;
        return new ColourPair(foreground, background, alpha, apart / (apart + 0.12f) * MathF.Exp(-residual * residual / (2 * 0.12f * 0.12f)));
    }
}
