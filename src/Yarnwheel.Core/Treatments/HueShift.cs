using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Treatments;

/// <summary>Turns all hues by an angle in OKLCh, lightness and chroma kept.</summary>
internal sealed class HueShift(double degrees)
    : ColourOperation<HueShift.Change>(new Change((float)Math.Sin(degrees * Math.PI / 180), (float)Math.Cos(degrees * Math.PI / 180)))
{
    internal readonly struct Change(float sine, float cosine) : IColourChange
    {
        public (T Red, T Green, T Blue) Of<T>(T red, T green, T blue) where T : struct, ILanes<T>
        {
            var (l, a, b) = OkLab.FromLinear(red, green, blue);
            return OkLab.ToLinear(l, a * T.Of(cosine) - b * T.Of(sine), a * T.Of(sine) + b * T.Of(cosine));
        }
    }
}
