using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Subjects;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering;

/// <summary>A photo, and what is known of it as a whole: kept by content, for every view.</summary>
/// <param name="photo">Its pyramid.</param>
/// <param name="cache">Keeps the pieces.</param>
/// <param name="pictures">Of by-picture parts; null for none.</param>
internal sealed class RenderSource(Pyramid photo, PieceCache cache, IMaskPictures? pictures)
{
    public Pyramid Photo { get; } = photo;

    public PieceCache Cache { get; } = cache;

    /// <summary>What local contrast, fine detail and haze are measured by.</summary>
    public DetailMaps Details() => Cache.GetOrAdd("details", () => DetailMaps.Of(Photo, CancellationToken.None), m => m.Bytes);

    public LightPlan Light(Light light) => LightPlan.Of(light, Details);

    /// <summary>A pyramid level in the given light as interleaved 8-bit sRGB.</summary>
    public byte[] LevelBytes(int index, LightPlan light, CancellationToken cancel) =>
        Cache.GetOrAdd($"bytes {index} {light.Key}", () => DrawBytes(index, light, cancel), b => b.LongLength);

    /// <summary>The grey picture of a by-picture part.</summary>
    /// <exception cref="RecipeException">There is none of that name.</exception>
    public Pyramid Picture(string asset) => Cache.GetOrAdd($"picture {asset}",
        () => Pyramid.Build(pictures?.Find(asset, Photo.Width, Photo.Height) ?? throw new RecipeException("areas", $"the mask picture {asset} is not here")), p => p.Bytes);

    /// <summary>Most pixels of the picture that subjects are cut out of.</summary>
    private const long MostCut = 1_700_000;

    /// <summary>What is known of the photo before a subject is cut out of it. The photo as it came: a subject stays what it is while the light is set.</summary>
    public CutPicture CutPicture(CancellationToken cancel) => Cache.GetOrAdd("cut picture", () =>
    {
        var index = Photo.LevelWithin(MostCut);
        var level = Photo.Level(index);
        var planes = ViewPlanes.Draw(Photo, new View(new Region(0, 0, level.Width, level.Height), 1.0 / (1 << index)), LightPlan.None, cancel);
        return Masks.Subjects.CutPicture.Of(planes.Lab, cancel);
    }, p => p.Bytes);

    /// <summary>A subject cut out of the photo.</summary>
    public SubjectSolution Subject(SubjectPart part, CancellationToken cancel)
    {
        var gesture = RecipeJson.Key<MaskPart>(part with { Op = default, On = true, Invert = false });
        return Cache.GetOrAdd($"subject {gesture}", () => SubjectSolution.Of(CutPicture(cancel), part, Corrections.Before(part) is { } before ? Subject(before, cancel) : null, cancel), s => s.Bytes);
    }

    private byte[] DrawBytes(int index, LightPlan light, CancellationToken cancel)
    {
        var level = Photo.Level(index);
        var width = level.Width;
        var scale = 1.0 / (1 << index);
        var bytes = new byte[3 * width * level.Height];
        Rows.Each(level.Height, 3 * width + light.Scratch(width), (y, scratch) =>
        {
            var row = new LightRow(scratch, width);
            level.Read(0, y, row.Red, row.Green, row.Blue);
            if (!light.IsNeutral) light.Row(row, RowPlace.At(0, y, scale), scratch.AsSpan(3 * width));
            SrgbByte.EncodeRow(row, bytes.AsSpan(3 * y * width, 3 * width));
        }, cancel);
        return bytes;
    }
}
