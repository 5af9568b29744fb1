using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Masks.Gestures;
using Yarnwheel.Core.Masks.Mixtures;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Masks.Subjects;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering.Operations;

/// <summary>A photo, and what is known of it as a whole: kept by content, for every view.</summary>
/// <param name="photo">Its pyramid.</param>
/// <param name="budget">Memory for the pieces of views; those of the whole photo have as much again, so that neither throws the other out, bytes.</param>
/// <param name="pictures">Of by-picture parts; null for none.</param>
internal sealed class RenderSource(Pyramid photo, long budget, IMaskPictures? pictures)
{
    /// <summary>Memory that all pieces of a view may take, bytes a pixel: light, colours, hues, and some masks with their distances.</summary>
    private const long BytesOfView = 64;

    public Pyramid Photo { get; } = photo;

    /// <summary>Pieces of views.</summary>
    public PieceCache Views { get; } = new(budget);

    /// <summary>Pieces that belong to the whole photo.</summary>
    public PieceCache Whole { get; } = new(budget);

    /// <summary>Memory that the photo and all pieces take, bytes.</summary>
    public long Bytes => Photo.Bytes + Views.Held + Whole.Held;

    /// <summary>A picture of the photo whose pieces are kept for the next one.</summary>
    /// <param name="scale">Pixels a photo pixel.</param>
    /// <param name="pixels">How many the largest region has.</param>
    /// <param name="cancel">Ends the work early.</param>
    public Drawing Drawing(double scale, long pixels, CancellationToken cancel)
    {
        Views.Allow(pixels * BytesOfView);
        return new Drawing(this, scale, Views, null, cancel);
    }

    /// <summary>What local contrast, fine detail and haze are measured by.</summary>
    public DetailMaps Details() => Whole.GetOrAdd(new PieceKey<DetailMaps>(ContentKey.Of("details")), () => DetailMaps.Of(Photo, CancellationToken.None), CancellationToken.None);

    public LightPlan Light(Light light) => LightPlan.Of(light, Details);

    /// <summary>A pyramid level, as masks look at it, in the given light as interleaved 8-bit sRGB.</summary>
    public byte[] LevelBytes(int index, LightPlan light, CancellationToken cancel) =>
        Whole.GetOrAdd(new PieceKey<ByteList>(ContentKey.Of("bytes").With($"{index} {light.Key}")), () => DrawBytes(index, light, cancel), cancel).Bytes;

    /// <summary>The grey picture of a by-picture part.</summary>
    /// <exception cref="RecipeException">There is none of that name.</exception>
    public Pyramid Picture(string asset, CancellationToken cancel) => Whole.GetOrAdd(new PieceKey<Pyramid>(ContentKey.Of("picture").With($"{asset}")),
        () => Pyramid.Build(pictures?.Find(asset, Photo.Width, Photo.Height) ?? throw new RecipeException("areas", $"the mask picture {asset} is not here")), cancel);

    /// <summary>The shades of some picks, made ready to measure distances from; a field of none where there are none.</summary>
    public ShadeField? Shades(ContentKey content, IReadOnlyCollection<ShadePick> picks, double lightness, LightPlan light) =>
        Whole.GetOrAdd(new PieceKey<KeptField>(content), () =>
        {
            var shades = ShadeSet.Read(Photo, picks, light);
            return new KeptField(shades.Count == 0 ? null : new ShadeField(shades, lightness / 100));
        }, CancellationToken.None).Field;

    /// <summary>What is known of the photo before a subject is cut out of it. The photo as it came: a subject stays what it is while the light is set.</summary>
    public CutPicture CutPicture(CancellationToken cancel) => Whole.GetOrAdd(new PieceKey<CutPicture>(ContentKey.Of("cut picture")), () =>
    {
        var index = Photo.LevelWithin(Masks.Mixtures.MattePicture.Most);
        var drawing = new Drawing(this, 1.0 / (1 << index), new PieceCache(0), null, cancel);
        return Masks.Segments.CutPicture.Of(LitOperation.Judged(Photo, LightPlan.None).At(drawing, drawing.Whole).Lab, cancel);
    }, cancel);

    /// <summary>The photo's regions, for pointing at them.</summary>
    public RegionTree RegionTree(CancellationToken cancel) => Whole.GetOrAdd(new PieceKey<RegionTree>(ContentKey.Of("region tree")), () => Masks.Segments.RegionTree.Of(CutPicture(cancel), cancel), cancel);

    /// <summary>A subject cut out of the photo.</summary>
    public SubjectSolution Subject(SubjectPart part, CancellationToken cancel)
    {
        var gesture = ContentKey.Of(part with { Op = default, On = true, Invert = false });
        return Whole.GetOrAdd(new PieceKey<SubjectSolution>(gesture),
            () => SubjectSolution.Of(CutPicture(cancel), () => RegionTree(cancel), part, Before(part, cancel) is { } before ? Subject(before, cancel) : null, cancel), cancel);
    }

    /// <summary>The gesture of a subject before its last stroke, where that corrects what was found; null where it is told with the others.</summary>
    public SubjectPart? Before(SubjectPart part, CancellationToken cancel)
    {
        var picture = CutPicture(cancel);
        return GestureTurns.BeyondThin(part, p => StrandReading.IsThin(picture, p)) ?? GestureTurns.Before(part);
    }

    private ByteList DrawBytes(int index, LightPlan light, CancellationToken cancel)
    {
        // From half the size on each pixel has its chroma.
        var level = index == 0 ? Photo.Judged.Full : Photo.Level(index);
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
        return new ByteList(bytes);
    }

    private sealed record KeptField(ShadeField? Field) : IPiece
    {
        public long Bytes => 256 * 1024;
    }
}

/// <summary>Bytes that are kept: a value for each pixel of a level, or three.</summary>
internal sealed record ByteList(byte[] Bytes) : IPiece
{
    long IPiece.Bytes => Bytes.LongLength;
}
