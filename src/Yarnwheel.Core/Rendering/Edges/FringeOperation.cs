using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Matting;
using Yarnwheel.Core.Masks.Mixtures;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>Finds what the soft pixels of a finished mask are mixed from. How far they are mixed is said by the mask before it was grown, feathered or steepened:
/// those change what is kept, not the photo.</summary>
/// <param name="mask">The finished mask, at 100 % and below.</param>
/// <param name="matte">The mask as it follows the photo.</param>
/// <param name="content">Stands for that at any size.</param>
/// <param name="lit">The photo in its light.</param>
/// <param name="size">On how large a picture the colours are learnt.</param>
internal sealed class FringeOperation(Operation<Plane<float>> mask, Operation<Plane<float>> matte, ContentKey content, LitOperation lit, MatteSize size)
    : Operation<FringeColours>(mask.Key.With($"fringe{MatteSource.Mark(size)}"))
{
    // Beyond 100 % the picture at 100 % is asked for by itself.
    public override int Reach(double scale) => scale > 1 ? 0 : Math.Max(mask.Reach(scale), matte.Reach(scale));

    protected override FringeColours Draw(Drawing drawing, Region region)
    {
        if (drawing.Scale > 1)
        {
            var full = drawing.At(1);
            return At(full, SquareSampler.Covered(region, drawing.Scale, full.Whole)).Magnified(region, drawing.Scale);
        }
        var colours = Colours(drawing);
        var (finished, alpha, light) = (mask.At(drawing, region), matte.At(drawing, region), lit.At(drawing, region).Light);
        var known = colours.RegionAt(drawing.Photo.Width * drawing.Scale).Intersect(region);
        var rows = new (int[] Columns, EdgePair[] Pairs)[region.Height];
        Parallel.For(region.Y, region.Bottom, new ParallelOptions { CancellationToken = drawing.Cancel }, () => new MatteBlock(), (y, _, block) =>
        {
            var soft = new List<int>();
            if (y >= known.Y && y < known.Bottom)
                for (var x = known.X; x < known.Right; x++)
                    if (finished[x, y] is > 0.002f and < 0.998f) soft.Add(x);
            int[] columns = [.. soft];
            var pairs = new EdgePair[columns.Length];
            if (columns.Length > 0) colours.Row(y, columns, alpha, light, drawing.Photo.Width * drawing.Scale, drawing.Photo.Width, block, pairs);
            rows[y - region.Y] = (columns, pairs);
            return block;
        }, _ => { });
        return FringeColours.Of(region, rows);
    }

    /// <summary>Whether the colours are learnt already for pictures of a scale.</summary>
    public bool IsKnown(RenderSource source, double scale) => source.Whole.Has(new PieceKey<EdgeColours>(content, MatteSource.Scale(MatteSource.Level(source.Photo, scale, size))));

    private EdgeColours Colours(Drawing drawing)
    {
        var level = MatteSource.Level(drawing.Photo, drawing.Scale, size);
        return drawing.Source.Whole.GetOrAdd(new PieceKey<EdgeColours>(content, MatteSource.Scale(level)), () => Learn(level, drawing), drawing.Cancel);
    }

    private EdgeColours Learn(int level, Drawing drawing)
    {
        var alpha = WholeMask.Shares(WholeMask.Of(matte, level, drawing));
        return EdgeColours.Of(MatteSource.Picture(lit, level, drawing), alpha, drawing.Cancel);
    }
}
