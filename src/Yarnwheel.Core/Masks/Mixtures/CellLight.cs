using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>A picture's light by cells: the pixels of each place in a cell apart, cell after cell, so that cells are summed in lanes.</summary>
internal sealed class CellLight
{
    private readonly int width;
    private readonly int height;

    private CellLight(LightPlanes light, int cell)
    {
        (width, height) = (light.Width, light.Height);
        Cell = cell;
        Across = (width + cell - 1) / cell;
        Down = (height + cell - 1) / cell;
        (Red, Green, Blue) = (Apart(light.Red), Apart(light.Green), Apart(light.Blue));
    }

    /// <summary>Side of a cell, pixels: 1 or 2.</summary>
    public int Cell { get; }

    /// <summary>Cells of a row.</summary>
    public int Across { get; }

    /// <summary>Rows of cells.</summary>
    public int Down { get; }

    /// <summary>One plane of cells for each place in a cell, row by row.</summary>
    public float[][] Red { get; }

    public float[][] Green { get; }

    public float[][] Blue { get; }

    /// <param name="light">Of each pixel.</param>
    /// <param name="cell">Side of a cell, pixels: 1 or 2.</param>
    public static CellLight Of(LightPlanes light, int cell) => new(light, cell);

    /// <summary>The pixels of a plane, sorted likewise; where a cell reaches beyond the border, the border's value goes on.</summary>
    /// <param name="plane">Of each pixel.</param>
    private float[][] Apart(float[] plane)
    {
        if (Cell == 1) return [plane];
        float[][] apart = [new float[Across * Down], new float[Across * Down], new float[Across * Down], new float[Across * Down]];
        Apart(plane, apart);
        return apart;
    }

    /// <summary>The same in memory that is there.</summary>
    /// <param name="plane">Of each pixel.</param>
    /// <param name="apart">Four planes of cells at least.</param>
    public void Apart(float[] plane, float[][] apart) =>
        Rows.Each(Down, y =>
        {
            for (var below = 0; below < 2; below++)
            {
                var row = plane.AsSpan(Math.Min(2 * y + below, height - 1) * width, width);
                Span<float> even = apart[2 * below].AsSpan(y * Across, Across), odd = apart[2 * below + 1].AsSpan(y * Across, Across);
                LaneLoop.Over(new UnzipKernel(row, even, odd), width / 2);
                if (width % 2 == 1) even[^1] = odd[^1] = row[^1];
            }
        });

    private readonly ref struct UnzipKernel(ReadOnlySpan<float> row, Span<float> even, Span<float> odd) : ILaneKernel
    {
        private readonly ReadOnlySpan<float> row = row;
        private readonly Span<float> even = even;
        private readonly Span<float> odd = odd;

        public static bool MayRepeat => true;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count)
            {
                var (first, second) = T.Unzip(row.Load<T>(2 * i), row.Load<T>(2 * i + T.Count));
                even.Save(i, first);
                odd.Save(i, second);
            }
        }
    }
}
