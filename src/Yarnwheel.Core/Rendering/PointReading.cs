namespace Yarnwheel.Core.Rendering;

/// <summary>What is at one place of the photo.</summary>
/// <param name="X">Column, photo pixels.</param>
/// <param name="Y">Row, photo pixels.</param>
/// <param name="Red">8-bit sRGB of the photo in its light.</param>
/// <param name="Green">8-bit sRGB.</param>
/// <param name="Blue">8-bit sRGB.</param>
/// <param name="Hue">OKLCh degrees.</param>
/// <param name="Chroma">OKLab chroma × 100.</param>
/// <param name="Grey">8-bit value of its grey.</param>
/// <param name="Kept">How far it is kept by the area asked for, or by all; percent.</param>
/// <param name="Name">A plain name of the colour.</param>
/// <param name="Tone">Of its luminance, or as the part by light that is asked for judges it: 0 … 100.</param>
/// <param name="Areas">How far each area keeps it, percent; 0 for one that is off.</param>
public sealed record PointReading(int X, int Y, byte Red, byte Green, byte Blue, double Hue, double Chroma, byte Grey, double Kept, string Name, double Tone, IReadOnlyList<double> Areas);
