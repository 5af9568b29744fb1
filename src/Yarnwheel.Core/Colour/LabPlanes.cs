using System.Numerics;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Colour;

/// <summary>OKLab of a region at some scale, one plane a channel.</summary>
/// <param name="lightness">L of the region.</param>
/// <param name="greenRed">a of the same region.</param>
/// <param name="blueYellow">b of the same region.</param>
internal sealed class LabPlanes(Plane<float> lightness, Plane<float> greenRed, Plane<float> blueYellow) : IPlaced
{
    /// <param name="region">Where they lie.</param>
    /// <param name="arena">Where their memory comes from; null for memory of their own.</param>
    public LabPlanes(Region region, PlaneArena? arena = null) : this(new(region, arena), new(region, arena), new(region, arena)) { }

    /// <inheritdoc/>
    public Region Region => lightness.Region;

    public int Width => lightness.Width;

    public int Height => lightness.Height;

    /// <summary>Lightness, row by row.</summary>
    public float[] L => lightness.Values;

    /// <summary>Green–red, row by row.</summary>
    public float[] A => greenRed.Values;

    /// <summary>Blue–yellow, row by row.</summary>
    public float[] B => blueYellow.Values;

    /// <inheritdoc/>
    public long Bytes => 3 * lightness.Bytes;

    /// <summary>The colour at a place, pixels from the region's corner; beyond the border that of the border.</summary>
    public Vector3 At(Vector2 place)
    {
        var i = Math.Clamp((int)place.Y, 0, Height - 1) * Width + Math.Clamp((int)place.X, 0, Width - 1);
        return new Vector3(L[i], A[i], B[i]);
    }

    /// <summary>The stretch of a row that lies in a region.</summary>
    /// <param name="y">On the picture.</param>
    /// <param name="within">Its columns.</param>
    public LabRow Row(int y, Region within) => new(lightness.Row(y, within), greenRed.Row(y, within), blueYellow.Row(y, within));

    /// <summary>A whole row.</summary>
    /// <param name="y">On the picture.</param>
    public LabRow Row(int y) => Row(y, Region);
}

/// <summary>OKLab of a run of pixels.</summary>
internal readonly ref struct LabRow(Span<float> l, Span<float> a, Span<float> b)
{
    public Span<float> L { get; } = l;

    public Span<float> A { get; } = a;

    public Span<float> B { get; } = b;
}
