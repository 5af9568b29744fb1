using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;
using Yarnwheel.Core.Rendering.Parts;

namespace Yarnwheel.Core.Rendering;

/// <summary>What the greys of one photo are judged by.</summary>
public sealed class GreyReadings
{
    private const int ToneSide = 500;

    private readonly RenderSource source;

    internal GreyReadings(RenderSource source) => this.source = source;

    /// <summary>Sparse samples of the photo in the recipe's light, kept for the next call.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="cancel">Ends the work early.</param>
    public GreySamples Samples(Recipe recipe, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var lit = new LitOperation(source.Light(recipe.Light));
        return source.Whole.GetOrAdd(new PieceKey<KeptSamples>(lit.Key.With($"samples {recipe.Grey.Basis}")), () =>
        {
            var drawing = SampleDrawing(cancel);
            return new KeptSamples(GreySamples.Of(lit.At(drawing, drawing.Whole).Light.Cut(drawing.Whole), recipe.Grey.Basis));
        }, cancel).Samples;
    }

    /// <summary>How far each sample is kept by the recipe's areas, 0 … 1.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="cancel">Ends the work early.</param>
    public IReadOnlyList<float> SamplesKept(Recipe recipe, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var drawing = SampleDrawing(cancel);
        var plan = RenderPlan.Compile(recipe, source);
        var composition = new Composition(plan, RenderedView.Of(plan, drawing, drawing.Whole, lifted: false));
        var kept = new Plane<float>(drawing.Whole);
        for (var y = 0; y < kept.Height; y++) composition.Kept(y, kept.Row(y));
        return kept.Values;
    }

    /// <summary>The mix that keeps most colour contrasts, and how many it keeps; found once for each basis and light.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="cancel">Ends the work early.</param>
    public (IReadOnlyList<Spoke> Spokes, double Score) Auto(Recipe recipe, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var key = new LitOperation(source.Light(recipe.Light)).Key.With($"auto {recipe.Grey.Basis}");
        return source.Whole.GetOrAdd(new PieceKey<FoundMix>(key), () => new FoundMix(AutoMix.Find(Samples(recipe, cancel))), cancel).Mix;
    }

    /// <summary>Counts the tones of the greys and of the photo.</summary>
    /// <param name="recipe">Valid.</param>
    /// <param name="part">A part by light whose own tones are counted too.</param>
    /// <param name="cancel">Ends the work early.</param>
    public ToneHistogram Tones(Recipe recipe, LightPart? part = null, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(recipe);
        var plan = RenderPlan.Compile(recipe, source);
        var drawing = Small(Math.Min(1, ToneSide / (double)Math.Max(source.Photo.Width, source.Photo.Height)), cancel);
        var whole = drawing.Whole;
        var asItCame = new LitOperation(Treatments.LightPlan.None).At(drawing, whole).Light;
        var composition = new Composition(plan, RenderedView.Of(plan, drawing, whole, masked: false));
        var grey = new float[whole.Width];
        var result = new Plane<byte>(whole);
        var original = new Plane<byte>(whole);
        for (var y = 0; y < whole.Height; y++)
        {
            composition.Grey(y, grey);
            var light = asItCame.Row(y, whole);
            for (var x = 0; x < grey.Length; x++)
            {
                result[x, y] = SrgbByte.Encode(grey[x]);
                original[x, y] = SrgbByte.Encode(Luminance.Of(light.Red[x], light.Green[x], light.Blue[x]));
            }
        }
        var counted = ToneHistogram.Of(result.Values, original.Values);
        return part is null ? counted : counted with { Judged = Judged(new PartTones(part, plan.Steps), drawing), Kept = ToneRange.Sampled(part, 129) };
    }

    private static double[] Judged(PartTones judged, Drawing drawing)
    {
        var whole = drawing.Whole;
        var tones = judged.Prepare(drawing, whole);
        var row = new float[whole.Width];
        var counted = new Plane<byte>(whole);
        for (var y = 0; y < whole.Height; y++)
        {
            tones(y, row);
            for (var x = 0; x < row.Length; x++) counted[x, y] = (byte)(ToneRange.ToneOf(row[x]) * 2.55 + 0.5);
        }
        return ToneHistogram.Count(counted.Values);
    }

    private Drawing SampleDrawing(CancellationToken cancel) => Small(GreySamples.ScaleFor(source.Photo), cancel);

    private Drawing Small(double scale, CancellationToken cancel) => source.Drawing(scale, 0, cancel);

    private sealed record FoundMix((IReadOnlyList<Spoke> Spokes, double Score) Mix) : IPiece
    {
        public long Bytes => 4096;
    }

    private sealed record KeptSamples(GreySamples Samples) : IPiece
    {
        public long Bytes => 4 << 20;
    }
}
