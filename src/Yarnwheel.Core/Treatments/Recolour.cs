using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Treatments;

/// <summary>Draws all colours towards one hue in OKLCh; lightness and chroma, and with them the shading, stay.</summary>
internal sealed class Recolour(HueAmount target) : RowOperation
{
    private readonly float directionA = (float)Math.Cos(target.Hue * Math.PI / 180);
    private readonly float directionB = (float)Math.Sin(target.Hue * Math.PI / 180);
    private readonly float share = (float)(target.Amount / 100);

    public override void Row(LightRow light)
    {
        for (var i = 0; i < light.Red.Length; i++)
        {
            var (l, a, b) = OkLab.FromLinear(light.Red[i], light.Green[i], light.Blue[i]);
            var chroma = OkLab.Chroma(a, b);
            (light.Red[i], light.Green[i], light.Blue[i]) =
                OkLab.ToLinear(l, a + (chroma * directionA - a) * share, b + (chroma * directionB - b) * share);
        }
    }
}
