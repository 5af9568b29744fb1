namespace Yarnwheel.Codecs.Saving;

/// <summary>Finds the device value whose linear light is nearest: a curve's inverse, exact for every value that was read.</summary>
internal sealed class DeviceCodes
{
    private const int Brackets = 4096;
    private readonly float[] light;
    private readonly int[] first = new int[Brackets + 2];

    /// <param name="light">Linear light of every device value, rising.</param>
    public DeviceCodes(float[] light)
    {
        this.light = light;
        var at = 0;
        for (var k = 0; k <= Brackets; k++)
        {
            var least = (float)k / Brackets * k / Brackets;
            while (at < light.Length - 1 && light[at] < least) at++;
            first[k] = at;
        }
        first[Brackets + 1] = light.Length - 1;
    }

    /// <summary>The nearest device value.</summary>
    /// <param name="value">Linear light, 0 … 1.</param>
    public int Nearest(float value)
    {
        // Brackets lie evenly in square roots, which follow the usual curves.
        var bracket = (int)(MathF.Sqrt(Math.Clamp(value, 0, 1)) * Brackets);
        int low = Math.Max(first[bracket] - 1, 0), high = first[bracket + 1];
        while (low < high)
        {
            var middle = (low + high) / 2;
            if (light[middle] < value) low = middle + 1;
            else high = middle;
        }
        return low > 0 && value - light[low - 1] < light[low] - value ? low - 1 : low;
    }
}
