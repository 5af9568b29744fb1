using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering;

/// <summary>Sharpens a finished picture for the size it is shown at: what reducing it took from its finest detail, in three steps.</summary>
public static class OutputSharpening
{
    // Radius and amounts: common practice, no source.
    private const double Radius = 0.6;

    /// <param name="picture">Changed in place.</param>
    /// <param name="step">1 a little, 2, 3 much.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <exception cref="ArgumentOutOfRangeException">No such step.</exception>
    public static void Apply(LightPlanes picture, int step, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(picture);
        var amount = step switch { 1 => 16.0, 2 => 32.0, 3 => 56.0, _ => throw new ArgumentOutOfRangeException(nameof(step)) };
        new Sharpen(new Sharpening { Amount = amount, Radius = Radius, Calm = 0 }).Apply(picture, 1, cancel);
    }
}
