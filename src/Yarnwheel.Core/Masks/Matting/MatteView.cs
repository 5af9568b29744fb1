using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Draws a solved matte in a view: along the edge each of the view's own pixels is looked at, by the models of the solution.</summary>
/// <remarks>Nothing but the pixel's own place and colour counts, so any tiling gives the same mask.</remarks>
internal sealed class MatteView
{
    private const int Steps = 16;

    private readonly MatteSolution solution;
    private readonly float step;
    private readonly float noise;
    private readonly (int X, int Y) origin;

    /// <param name="solution">Of the whole photo.</param>
    /// <param name="width">Of the whole photo at the view's scale, pixels; need not be whole.</param>
    /// <param name="full">Of the photo at full size, pixels.</param>
    public MatteView(MatteSolution solution, double width, double full)
    {
        this.solution = solution;
        step = (float)(solution.Picture.Whole.Width / width);
        origin = (solution.Region.X, solution.Region.Y);
        noise = solution.Picture.NoiseAt(1 / step, full / solution.Picture.Whole.Width);
    }

    /// <summary>The refined mask of a region.</summary>
    /// <param name="rough">The mask before, of the region.</param>
    /// <param name="light">The photo, of the region at least.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <param name="judged">Sees the pixels of a row that were judged, before anything is made of what was found, by <see cref="MatteBlock.Name"/>; on several threads.</param>
    public Plane<float> Draw(Plane<float> rough, LightPlanes light, CancellationToken cancel, Action<int, MatteBlock, int>? judged = null)
    {
        var region = rough.Region;
        var result = new Plane<float>(region);
        Parallel.For(region.Y, region.Bottom, new ParallelOptions { CancellationToken = cancel }, () => new MatteBlock(), (y, _, block) =>
        {
            Row(y, rough.Row(y), light, region, result.Row(y), block, judged);
            return block;
        }, _ => { });
        return result;
    }

    private void Row(int y, ReadOnlySpan<float> rough, LightPlanes light, Region region, Span<float> into, MatteBlock block, Action<int, MatteBlock, int>? judged)
    {
        var v = (y + 0.5f) * step - origin.Y;
        if (v < 0 || v >= solution.Height)
        {
            rough.CopyTo(into);
            return;
        }
        var row = Math.Min((int)v, solution.Height - 1) * solution.Width;
        var count = 0;
        for (var x = 0; x < into.Length; x++)
        {
            var u = (region.X + x + 0.5f) * step - origin.X;
            var at = row + Math.Clamp((int)u, 0, solution.Width - 1);
            if (u < 0 || u >= solution.Width || solution.Share[at] <= 0 || solution.Bounds[at] == MatteGuards.AsRough)
            {
                into[x] = rough[x];
                continue;
            }
            if (solution.Open[at] == 0)
            {
                into[x] = MatteGuards.Within(solution.Bounds[at], rough[x] + solution.Share[at] * (solution.Alpha[at] - rough[x]), rough[x]);
                continue;
            }
            var pixel = (y - light.Region.Y) * light.Width + region.X + x - light.Region.X;
            block.Take(count, light, pixel, solution.SeenInside, solution.SeenOutside, ColourBins.Of(light.Red[pixel], light.Green[pixel], light.Blue[pixel]));
            var place = solution.Foreground.At(u, v);
            solution.Foreground.Put(place, block.Foreground, count);
            solution.Background.Put(place, block.Background, count);
            var between = Between(u, v);
            block.Prior[count] = MatteSolver.Prior(between.Of(solution.Alpha), block.Expected[count] = between.Of(solution.Expected));
            block.Mixed[count] = between.Of(solution.Mixed);
            (block.Rough[count], block.Share[count]) = (rough[x], solution.Share[at]);
            (block.Across[count], block.Down[count]) = (u, v);
            block.Name[count++] = x;
            if (count == MatteBlock.Size) count = Flush(block, count, y, row, rough, region, into, judged);
        }
        Flush(block, count, y, row, rough, region, into, judged);
    }

    private int Flush(MatteBlock block, int count, int y, int row, ReadOnlySpan<float> rough, Region region, Span<float> into, Action<int, MatteBlock, int>? judged)
    {
        AlphaPosterior.Of(block, count, Steps, noise);
        judged?.Invoke(y, block, count);
        solution.Calibration.Apply(block, count);
        for (var k = 0; k < count; k++)
        {
            var x = (int)block.Name[k];
            var at = row + Math.Clamp((int)((region.X + x + 0.5f) * step - origin.X), 0, solution.Width - 1);
            into[x] = MatteGuards.Within(solution.Bounds[at], block.Mean[k], rough[x]);
        }
        return 0;
    }

    /// <summary>Between which of the solution's pixels a place lies.</summary>
    private CellPlace Between(float u, float v)
    {
        int width = solution.Width, height = solution.Height;
        u = Math.Clamp(u - 0.5f, 0, width - 1);
        v = Math.Clamp(v - 0.5f, 0, height - 1);
        int left = (int)u, top = (int)v;
        float across = u - left, down = v - top;
        return new CellPlace(top * width + left, left + 1 < width ? 1 : 0, top + 1 < height ? width : 0, (1 - across) * (1 - down), across * (1 - down), (1 - across) * down, across * down);
    }
}
