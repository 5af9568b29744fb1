using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Lanes;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Treatments;

/// <summary>Draws all colours towards one hue in OKLCh; lightness and chroma, and with them the shading, stay.</summary>
internal sealed class Recolour(HueAmount target) : ColourOperation<Recolour.Change>(
    new Change((float)Math.Cos(target.Hue * Math.PI / 180), (float)Math.Sin(target.Hue * Math.PI / 180), (float)(target.Amount / 100)))
{
    internal readonly struct Change(float directionA, float directionB, float share) : IColourChange
    {
        public (T Red, T Green, T Blue) Of<T>(T red, T green, T blue) where T : struct, ILanes<T>
        {
            var (l, a, b) = OkLab.FromLinear(red, green, blue);
            var chroma = OkLab.Chroma(a, b);
            return OkLab.ToLinear(l, a + (chroma * T.Of(directionA) - a) * T.Of(share), b + (chroma * T.Of(directionB) - b) * T.Of(share));
        }
    }
}
