using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>What is found of each pixel, before it is decided what to make of it; where nothing was looked at, the rough mask.</summary>
/// <param name="rough">The mask it begins with, 0 … 1.</param>
internal sealed class MattePlanes(float[] rough)
{
    /// <summary>The expected alpha.</summary>
    public float[] Mean { get; } = (float[])rough.Clone();

    /// <summary>Its deviation.</summary>
    public float[] Deviation { get; } = new float[rough.Length];

    /// <summary>How far both sides' models lie apart, squared.</summary>
    public float[] Apart { get; } = new float[rough.Length];

    /// <summary>Where the colour lies between both sides (<see cref="ColourPlace"/>).</summary>
    public float[] Place { get; } = new float[rough.Length];

    /// <summary>How well the colour is explained (<see cref="MatteBlock.Fit"/>).</summary>
    public float[] Fit { get; } = new float[rough.Length];

    /// <summary>How likely it was inside before its colour was looked at.</summary>
    public float[] Prior { get; } = (float[])rough.Clone();

    /// <summary>Takes what was found of a block's pixel.</summary>
    /// <param name="block">Whose pixels were judged.</param>
    /// <param name="k">Which of them.</param>
    /// <param name="at">Its index.</param>
    public void Take(MatteBlock block, int k, int at)
    {
        (Mean[at], Deviation[at], Apart[at]) = (block.Mean[k], block.Deviation[k], block.Apart[k]);
        (Place[at], Fit[at], Prior[at]) = (block.Place[k], block.Fit[k], block.Prior[k]);
    }
}
