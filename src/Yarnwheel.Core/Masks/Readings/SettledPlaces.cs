namespace Yarnwheel.Core.Masks.Readings;

/// <summary>What was found before a gesture's last stroke, as that stroke leaves it.</summary>
/// <param name="LogOdds">Of each superpixel: above 0 where it was inside, natural logarithm of the odds a pixel.</param>
/// <param name="Leaning">Of each superpixel: how far it goes with the corrections whatever its colours say, −1 (outside) … 1 (inside). Where colours were right, none would have been drawn.</param>
internal sealed record SettledPlaces(float[] LogOdds, float[] Leaning);
