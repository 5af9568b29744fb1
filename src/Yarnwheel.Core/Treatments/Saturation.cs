using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Treatments;

/// <summary>More or less chroma in OKLCh, hue and lightness kept; colours that are strong already can be spared.</summary>
internal sealed class Saturation(double amount, double protect) : ColourOperation<Saturation.Change>(new Change((float)(amount / 100), (float)(protect / 100)))
{
    /// <summary>Chroma from which a colour counts as strong.</summary>
    private const float Strong = 0.22f;

    internal readonly struct Change(float change, float spared) : IColourChange
    {
        public (T Red, T Green, T Blue) Of<T>(T red, T green, T blue) where T : struct, ILanes<T>
        {
            var (l, a, b) = OkLab.FromLinear(red, green, blue);
            var factor = T.Of(1 + change);
            if (change > 0 && spared > 0)
            {
                var t = T.Min(T.Of(1), OkLab.Chroma(a, b) * T.Of(1 / Strong));
                factor = T.Of(1) + T.Of(change) * (T.Of(1) - T.Of(spared) * t * t * (T.Of(3) - T.Of(2) * t));
            }
            return OkLab.ToLinear(l, a * factor, b * factor);
        }
    }
}
