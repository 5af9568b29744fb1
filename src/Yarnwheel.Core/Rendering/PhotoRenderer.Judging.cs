using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering;

// What the greys of a photo are judged by.
public sealed partial class PhotoRenderer
{
    private const int ToneSide = 500;

    /// <summary>Sparse samples of the photo, kept for the next call.</summary>
    public GreySamples Samples(GreyBasis basis) =>
        cache.GetOrAdd($"samples {basis}", () => GreySamples.Of(SamplePlanes().Light, basis), _ => 4 << 20);

    /// <summary>How far each sample is kept by the recipe's areas, 0 … 1.</summary>
    public IReadOnlyList<float> SamplesKept(Recipe recipe)
    {
        var plan = RenderPlan.Compile(recipe, Photo, cache);
        var planes = SamplePlanes();
        var composition = new Composition(plan, planes, null, Masks(plan, planes, NoCache, CancellationToken.None));
        var kept = new float[planes.Width * planes.Height];
        for (var y = 0; y < planes.Height; y++) composition.Kept(y, kept.AsSpan(y * planes.Width, planes.Width));
        return kept;
    }

    /// <summary>The mix that keeps most colour contrasts, and how many it keeps; found once for each basis.</summary>
    public (IReadOnlyList<Spoke> Spokes, double Score) Auto(GreyBasis basis)
    {
        var found = cache.GetOrAdd($"auto {basis}", () => new FoundMix(AutoMix.Find(Samples(basis))), _ => 4096);
        return found.Mix;
    }

    /// <summary>Counts the tones of the greys and of the photo.</summary>
    public ToneHistogram Tones(Recipe recipe)
    {
        var scale = Math.Min(1, ToneSide / (double)Math.Max(Photo.Width, Photo.Height));
        var planes = Planes(new View(new Region(0, 0, AreaSampler.Extent(Photo.Width, scale), AreaSampler.Extent(Photo.Height, scale)), scale), cache, CancellationToken.None);
        var plan = RenderPlan.Compile(recipe, Photo, cache);
        var composition = new Composition(plan, planes, Hues(plan, planes, cache, CancellationToken.None), []);
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
                original[i] = SrgbByte.Encode(Luminance.Of(planes.Light.Red[i], planes.Light.Green[i], planes.Light.Blue[i]));
            }
        }
        return ToneHistogram.Of(result, original);
    }

    private ViewPlanes SamplePlanes()
    {
        var scale = GreySamples.ScaleFor(Photo);
        return Planes(new View(new Region(0, 0, AreaSampler.Extent(Photo.Width, scale), AreaSampler.Extent(Photo.Height, scale)), scale), cache, CancellationToken.None);
    }

    private sealed record FoundMix((IReadOnlyList<Spoke> Spokes, double Score) Mix);
}
