using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>Clears islands and fills pinholes. What is one is found on the whole photo, at the pyramid level of the view.</summary>
/// <param name="before">The mask before.</param>
/// <param name="islands">Cleared up to this many full-size pixels.</param>
/// <param name="pinholes">Filled up to this many full-size pixels.</param>
internal sealed class SpeckOperation(Operation<Plane<float>> before, double islands, double pinholes)
    : Operation<Plane<float>>(before.Key.With($"specks {islands} {pinholes}"))
{
    /// <summary>Most pixels of the picture that specks are looked for on: on a larger photo the smallest are seen as parts of a pixel, which is enough to find them.</summary>
    private const long Most = 6_500_000;

    public override int Reach(double scale) => before.Reach(scale);

    protected override Plane<float> Draw(Drawing drawing, Region region)
    {
        var index = Math.Max(drawing.Photo.LevelFor(drawing.Scale), drawing.Photo.LevelWithin(Most));
        var level = drawing.Photo.Level(index);
        var specks = drawing.Source.Whole.GetOrAdd(new PieceKey<ByteList>(Key.With($"map"), 1.0 / (1 << index)), () => Specks(index, drawing), drawing.Cancel).Bytes;
        var lookup = new LevelMask(specks, level.Width, level.Height, 1 / (drawing.Scale * (1 << index)), region);
        var settled = before.At(drawing, region).Cut(region).Copy();
        Rows.Each(region, y =>
        {
            var row = settled.Row(y);
            for (var x = 0; x < row.Length; x++)
            {
                var what = lookup.At(region.X + x, y);
                if (what != SpeckMap.Stays) row[x] = what == SpeckMap.Filled ? 1 : 0;
            }
        }, drawing.Cancel);
        return settled;
    }

    private ByteList Specks(int index, Drawing drawing)
    {
        var level = drawing.Photo.Level(index);
        var share = 1.0 / (1L << (2 * index));
        return new ByteList(SpeckMap.Of(WholeMask.Of(before, index, drawing), level.Width, level.Height, islands * share, pinholes * share));
    }
}
