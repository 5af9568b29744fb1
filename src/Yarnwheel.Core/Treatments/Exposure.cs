using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Treatments;

/// <summary>More or less light: a stop doubles it.</summary>
internal sealed class Exposure(double stops) : ColourOperation<Exposure.Change>(new Change((float)Math.Pow(2, stops)))
{
    internal readonly struct Change(float factor) : IColourChange
    {
        public (T Red, T Green, T Blue) Of<T>(T red, T green, T blue) where T : struct, ILanes<T> =>
            (red * T.Of(factor), green * T.Of(factor), blue * T.Of(factor));
    }
}
