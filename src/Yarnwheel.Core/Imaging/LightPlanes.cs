namespace Yarnwheel.Core.Imaging;

/// <summary>Linear light with sRGB primaries, unbounded, of a region at some scale: one plane a channel.</summary>
public sealed class LightPlanes : IPlaced
{
    private readonly Plane<float> red;
    private readonly Plane<float> green;
    private readonly Plane<float> blue;

    /// <param name="region">Where they lie.</param>
    /// <param name="arena">Where their memory comes from; null for memory of their own.</param>
    public LightPlanes(Region region, PlaneArena? arena = null) : this(new(region, arena), new(region, arena), new(region, arena))
    {
    }

    internal LightPlanes(Plane<float> red, Plane<float> green, Plane<float> blue)
    {
        this.red = red;
        this.green = green;
        this.blue = blue;
    }

    /// <inheritdoc/>
    public Region Region => red.Region;

    public int Width => red.Width;

    public int Height => red.Height;

    /// <summary>Row by row.</summary>
    public float[] Red => red.Values;

    /// <inheritdoc cref="Red"/>
    public float[] Green => green.Values;

    /// <inheritdoc cref="Red"/>
    public float[] Blue => blue.Values;

    /// <inheritdoc/>
    public long Bytes => 3 * red.Bytes;

    /// <summary>The part that lies in a region; itself where that is all.</summary>
    /// <param name="to">Within its own.</param>
    public LightPlanes Cut(Region to) => to == Region ? this : new(red.Cut(to), green.Cut(to), blue.Cut(to));

    /// <summary>A copy that may be written to.</summary>
    public LightPlanes Copy() => new(red.Copy(), green.Copy(), blue.Copy());

    /// <summary>A whole row.</summary>
    /// <param name="y">On the picture.</param>
    public LightRow Row(int y) => new(red.Row(y), green.Row(y), blue.Row(y));

    /// <summary>The stretch of a row that lies in a region.</summary>
    /// <param name="y">On the picture.</param>
    /// <param name="within">Its columns.</param>
    public LightRow Row(int y, Region within) => new(red.Row(y, within), green.Row(y, within), blue.Row(y, within));
}
