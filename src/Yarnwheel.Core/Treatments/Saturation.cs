using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Treatments;

/// <summary>More or less chroma in OKLCh, hue and lightness kept; colours that are strong already can be spared.</summary>
internal sealed class Saturation(double amount, double protect) : RowOperation
{
    /// <summary>Chroma from which a colour counts as strong.</summary>
    private const float Strong = 0.22f;

    private readonly float change = (float)(amount / 100);
    private readonly float spared = (float)(protect / 100);

    public override void Row(LightRow light)
    {
        for (var i = 0; i < light.Red.Length; i++)
        {
            var (l, a, b) = OkLab.FromLinear(light.Red[i], light.Green[i], light.Blue[i]);
            var t = MathF.Min(1, OkLab.Chroma(a, b) / Strong);
            var factor = change <= 0 ? 1 + change : 1 + change * (1 - spared * t * t * (3 - 2 * t));
            (light.Red[i], light.Green[i], light.Blue[i]) = OkLab.ToLinear(l, a * factor, b * factor);
        }
    }
}
