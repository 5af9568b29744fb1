using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Parts;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering;

// What the greys of a photo are judged by.
public sealed partial class PhotoRenderer
{
    private const int ToneSide = 500;

    /// <summary>Sparse samples of the photo in the recipe's light, kept for the next call.</summary>
    public GreySamples Samples(Recipe recipe)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var light = source.Light(recipe.Light);
        return source.Cache.GetOrAdd($"samples {recipe.Grey.Basis} {light.Key}", () => GreySamples.Of(SamplePlanes(light).Light, recipe.Grey.Basis), _ => 4 << 20);
    }

    /// <summary>How far each sample is kept by the recipe's areas, 0 … 1.</summary>
    public IReadOnlyList<float> SamplesKept(Recipe recipe)
    {
        var plan = RenderPlan.Compile(recipe, source);
        var planes = SamplePlanes(plan.Light);
        var composition = new Composition(plan, planes, null, Masks(plan, planes, NoCache, CancellationToken.None), source, NoCache);
        var kept = new float[planes.Width * planes.Height];
        for (var y = 0; y < planes.Height; y++) composition.Kept(y, kept.AsSpan(y * planes.Width, planes.Width));
        return kept;
    }

    /// <summary>The mix that keeps most colour contrasts, and how many it keeps; found once for each basis and light.</summary>
    public (IReadOnlyList<Spoke> Spokes, double Score) Auto(Recipe recipe)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var found = source.Cache.GetOrAdd($"auto {recipe.Grey.Basis} {source.Light(recipe.Light).Key}", () => new FoundMix(AutoMix.Find(Samples(recipe))), _ => 4096);
        return found.Mix;
    }

    /// <summary>Counts the tones of the greys and of the photo.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="part">A part by light whose own tones are counted too.</param>
    public ToneHistogram Tones(Recipe recipe, LightPart? part = null)
    {
        var plan = RenderPlan.Compile(recipe, source);
        var view = Small(Math.Min(1, ToneSide / (double)Math.Max(Photo.Width, Photo.Height)));
        var planes = ViewPlanes.Kept(Photo, view, plan.Light, source.Cache, CancellationToken.None);
        var asItCame = ViewPlanes.Kept(Photo, view, LightPlan.None, source.Cache, CancellationToken.None).Light;
        var composition = new Composition(plan, planes, Hues(plan, planes, source.Cache, CancellationToken.None), [], source, source.Cache);
        var grey = new float[planes.Width];
        var result = new byte[planes.Width * planes.Height];
        var original = new byte[result.Length];
        for (var y = 0; y < planes.Height; y++)
        {
            composition.Grey(y, grey);
            for (var x = 0; x < grey.Length; x++)
            {
                var i = y * planes.Width + x;
                result[i] = SrgbByte.Encode(grey[x]);
                original[i] = SrgbByte.Encode(Luminance.Of(asItCame.Red[i], asItCame.Green[i], asItCame.Blue[i]));
            }
        }
        var counted = ToneHistogram.Of(result, original);
        return part is null ? counted : counted with { Judged = JudgedTones(part, plan.Light, planes), Kept = ToneRange.Sampled(part, 129) };
    }

    private double[] JudgedTones(LightPart part, LightPlan light, ViewPlanes planes)
    {
        var tones = LightTones.Prepare(part, new MaskScene(planes, light, source, source.Cache, CancellationToken.None));
        var row = new float[planes.Width];
        var judged = new byte[planes.Width * planes.Height];
        for (var y = 0; y < planes.Height; y++)
        {
            tones(y, row);
            for (var x = 0; x < row.Length; x++) judged[y * planes.Width + x] = (byte)(ToneRange.ToneOf(row[x]) * 2.55 + 0.5);
        }
        return ToneHistogram.Count(judged);
    }

    private ViewPlanes SamplePlanes(LightPlan light) => ViewPlanes.Kept(Photo, Small(GreySamples.ScaleFor(Photo)), light, source.Cache, CancellationToken.None);

    private View Small(double scale) =>
        new(new Region(0, 0, AreaSampler.Extent(Photo.Width, scale), AreaSampler.Extent(Photo.Height, scale)), scale);

    private sealed record FoundMix((IReadOnlyList<Spoke> Spokes, double Score) Mix);
}
