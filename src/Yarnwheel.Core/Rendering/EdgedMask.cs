using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Edges;

namespace Yarnwheel.Core.Rendering;

/// <summary>The finished mask of an area in a view, before its strength.</summary>
/// <param name="Mask">0 … 1; kept by its content and not to be written to.</param>
/// <param name="Fringe">The colours of its edge, or null where the fringe is left alone.</param>
internal sealed record EdgedMask(float[] Mask, FringeColours? Fringe)
{
    public long Bytes => 4L * Mask.Length + (Fringe?.Bytes ?? 0);
}

/// <summary>What the edge pixels of an area are mixed from, row by row of a view.</summary>
/// <param name="RowStarts">Of each row: where its pixels begin in the lists below; one more than there are rows.</param>
/// <param name="Columns">Of each edge pixel.</param>
/// <param name="Pairs">Of each edge pixel.</param>
internal sealed record FringeColours(int[] RowStarts, int[] Columns, ColourPair[] Pairs)
{
    public long Bytes => 4L * RowStarts.Length + 36L * Pairs.Length;

    /// <summary>Those of a matte of some region that lie within a view.</summary>
    public static FringeColours Of(EdgeMatte matte, Region wide, Region view)
    {
        var both = wide.Intersect(view);
        var starts = new int[view.Height + 1];
        var columns = new List<int>();
        var pairs = new List<ColourPair>();
        for (var y = 0; y < view.Height; y++)
        {
            starts[y] = pairs.Count;
            if (view.Y + y < both.Y || view.Y + y >= both.Bottom) continue;
            var at = (view.Y - wide.Y + y) * wide.Width + view.X - wide.X;
            for (var x = both.X - view.X; x < both.Right - view.X; x++)
            {
                var position = matte.Band.Positions[at + x];
                if (position < 0) continue;
                columns.Add(x);
                pairs.Add(matte.Pairs[position]);
            }
        }
        starts[view.Height] = pairs.Count;
        return new FringeColours(starts, [.. columns], [.. pairs]);
    }
}
