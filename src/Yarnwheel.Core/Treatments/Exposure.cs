using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Treatments;

/// <summary>More or less light: a stop doubles it.</summary>
internal sealed class Exposure(double stops) : RowOperation
{
    private readonly float factor = (float)Math.Pow(2, stops);

    public override void Row(LightRow light)
    {
        for (var i = 0; i < light.Red.Length; i++)
        {
            light.Red[i] *= factor;
            light.Green[i] *= factor;
            light.Blue[i] *= factor;
        }
    }
}
