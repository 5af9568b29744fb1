using Yarnwheel.Core.Imaging;

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
    public Plane<float> Draw(Plane<float> rough, LightPlanes light, CancellationToken cancel)
    {
        var region = rough.Region;
        var result = new Plane<float>(region);
        Parallel.For(region.Y, region.Bottom, new ParallelOptions { CancellationToken = cancel }, () => new MatteBlock(), (y, _, block) =>
        {
            Row(y, rough.Row(y), light, region, result.Row(y), block);
            return block;
        }, _ => { });
        return result;
    }

    private void Row(int y, ReadOnlySpan<float> rough, LightPlanes light, Region region, Span<float> into, MatteBlock block)
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
            MatteSolver.Fill(block, count, light, pixel, solution.SeenInside, solution.SeenOutside, ColourBins.Of(light.Red[pixel], light.Green[pixel], light.Blue[pixel]));
            var place = solution.Foreground.At(u, v);
            solution.Foreground.Put(place, block.Foreground, count);
            solution.Background.Put(place, block.Background, count);
            var near = Between(solution.Alpha, u, v);
            block.Prior[count] = MatteSolver.Prior(near, Between(solution.Expected, u, v));
            block.Mixed[count] = Between(solution.Mixed, u, v);
            block.Name[count++] = x;
            if (count == MatteBlock.Size) count = Flush(block, count, row, rough, region, into);
        }
        Flush(block, count, row, rough, region, into);
    }

    private int Flush(MatteBlock block, int count, int row, ReadOnlySpan<float> rough, Region region, Span<float> into)
    {
        AlphaPosterior.Of(block, count, Steps, noise);
        for (var k = 0; k < count; k++)
        {
            var x = (int)block.Name[k];
            var at = row + Math.Clamp((int)((region.X + x + 0.5f) * step - origin.X), 0, solution.Width - 1);
            var trust = MatteSolver.Trust(block.Apart[k]) * solution.Share[at];
            into[x] = MatteGuards.Within(solution.Bounds[at], Math.Clamp(rough[x] + trust * MatteSolver.Sure(block.Mean[k] - rough[x], block.Deviation[k]), 0, 1), rough[x]);
        }
        return 0;
    }

    /// <summary>A plane of the solution between its pixels.</summary>
    private float Between(float[] plane, float u, float v)
    {
        int width = solution.Width, height = solution.Height;
        u = Math.Clamp(u - 0.5f, 0, width - 1);
        v = Math.Clamp(v - 0.5f, 0, height - 1);
        int left = (int)u, top = (int)v, right = Math.Min(left + 1, width - 1), bottom = Math.Min(top + 1, height - 1);
        float across = u - left, down = v - top;
        var above = plane[top * width + left] + (plane[top * width + right] - plane[top * width + left]) * across;
        var below = plane[bottom * width + left] + (plane[bottom * width + right] - plane[bottom * width + left]) * across;
        return above + (below - above) * down;
    }
}
