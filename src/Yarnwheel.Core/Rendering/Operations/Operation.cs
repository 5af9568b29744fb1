using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Rendering.Cache;

namespace Yarnwheel.Core.Rendering.Operations;

/// <summary>A step of drawing, asked for by region: it names what it reads, says how far it looks, and draws any region at any scale.</summary>
/// <remarks>The base keeps what was drawn, gives it to whoever asks for the same or less, and lets one of two askers wait for the other.
/// What a pixel gets depends on its place alone, never on the region it is drawn with.</remarks>
/// <typeparam name="T">What it draws.</typeparam>
/// <example>A step that needs one row above and below:<code>
/// public override int Reach(double scale) => before.Reach(scale) + 1;
///
/// protected override Plane&lt;float&gt; Draw(Drawing drawing, Region region)
/// {
///     var from = before.At(drawing, drawing.Widen(region, 1));
///     var into = new Plane&lt;float&gt;(region, drawing.Arena);
///     Rows.Each(region, y => Average(from.Row(y - 1, region), from.Row(y + 1, region), into.Row(y)), drawing.Cancel);
///     return into;
/// }
/// </code></example>
/// <param name="key">Stands for all it depends on, but for scale and region.</param>
internal abstract class Operation<T>(ContentKey key) where T : class, IPlaced
{
    public ContentKey Key { get; } = key;

    /// <summary>How far beyond a region the photo is read, by it and by all that it reads, pixels at the scale.</summary>
    public abstract int Reach(double scale);

    /// <summary>What covers a region: at least, and perhaps more. Not to be written to.</summary>
    /// <param name="drawing">The picture.</param>
    /// <param name="region">Within the photo, pixels at the drawing's scale.</param>
    /// <exception cref="OperationCanceledException">Whoever asked has gone.</exception>
    public virtual T At(Drawing drawing, Region region) =>
        drawing.Pieces.GetOrAdd(new PieceKey<T>(Key, drawing.Scale), region, () => Draw(drawing, region), drawing.Cancel);

    /// <summary>Draws what covers a region; all that it gives must be right, also what lies beyond.</summary>
    protected abstract T Draw(Drawing drawing, Region region);
}
