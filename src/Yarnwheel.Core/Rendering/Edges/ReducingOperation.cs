using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>A step of an edge whose length may be large: beyond a limit it is done on the picture at half its size, a quarter …, and magnified,
/// so that it never looks further than that limit.</summary>
/// <param name="before">The mask before.</param>
/// <param name="key">Stands for the step and its settings.</param>
internal abstract class ReducingOperation(Operation<Plane<float>> before, ContentKey key) : EdgeOperation(before, key)
{
    private readonly Operation<Plane<float>> before = before;

    /// <summary>The step's length as a share of the limit.</summary>
    protected abstract double Length(double scale);

    /// <summary>How far it looks at a scale at which it is within the limit, pixels.</summary>
    protected abstract int FullHalo(double scale);

    /// <summary>Does the step at a scale at which it is within the limit.</summary>
    protected abstract void Work(Plane<float> result, Region region, Plane<float> mask, double scale, CancellationToken cancel);

    protected sealed override int Halo(double scale) => FullHalo(scale);

    protected sealed override void Work(Plane<float> result, Region region, Plane<float> mask, Drawing drawing) => Work(result, region, mask, drawing.Scale, drawing.Cancel);

    // A picture made smaller is asked for by itself, at its own scale.
    public sealed override int Reach(double scale) => Reduction(scale) == 1 ? base.Reach(scale) : 0;

    protected sealed override Plane<float> Draw(Drawing drawing, Region region)
    {
        var cell = Reduction(drawing.Scale);
        if (cell == 1) return base.Draw(drawing, region);
        var small = drawing.At(drawing.Scale / cell);
        var cells = small.Widen(GaussianBlur.CellsOf(region, cell), 1);
        return Magnify.Between(At(small, cells).Cut(cells), cell, region, drawing.Cancel);
    }

    private int Reduction(double scale)
    {
        var cell = 1;
        while (Length(scale / cell) > 1) cell *= 2;
        return cell;
    }
}
