namespace Yarnwheel.Core.Rendering;

/// <summary>What is at one place of the photo.</summary>
/// <param name="X">Pixel of the full-size photo.</param>
/// <param name="Y">Pixel of the full-size photo.</param>
/// <param name="Red">8-bit sRGB.</param>
/// <param name="Green">8-bit sRGB.</param>
/// <param name="Blue">8-bit sRGB.</param>
/// <param name="Hue">OKLCh degrees.</param>
/// <param name="Chroma">OKLCh chroma × 100.</param>
/// <param name="Grey">8-bit grey that the mix gives.</param>
/// <param name="Kept">How far it is kept, 0 … 100.</param>
public sealed record PointReading(int X, int Y, byte Red, byte Green, byte Blue, double Hue, double Chroma, byte Grey, double Kept);
