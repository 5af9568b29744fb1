using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Treatments;

/// <summary>Turns all hues by an angle in OKLCh, lightness and chroma kept.</summary>
internal sealed class HueShift(double degrees) : RowOperation
{
    private readonly float sine = (float)Math.Sin(degrees * Math.PI / 180);
    private readonly float cosine = (float)Math.Cos(degrees * Math.PI / 180);

    public override void Row(LightRow light)
    {
        for (var i = 0; i < light.Red.Length; i++)
        {
            var (l, a, b) = OkLab.FromLinear(light.Red[i], light.Green[i], light.Blue[i]);
            (light.Red[i], light.Green[i], light.Blue[i]) = OkLab.ToLinear(l, a * cosine - b * sine, a * sine + b * cosine);
        }
    }
}
