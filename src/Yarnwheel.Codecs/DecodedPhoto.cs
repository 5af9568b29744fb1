using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Codecs;

/// <summary>A photo taken in: upright pixels, and what its copies need to carry on.</summary>
/// <param name="Pixels">Upright.</param>
/// <param name="Format">Of the file.</param>
/// <param name="Bits">A channel in the file: 8 or 16.</param>
/// <param name="Profile">The RGB profile that copies are written in, or null for plain sRGB.</param>
/// <param name="ProfileIsSrgb">Whether the profile describes sRGB (or there is none).</param>
/// <param name="Note">What became of its colours, in words, where that is not plain; else null.</param>
public sealed record DecodedPhoto(PhotoPixels Pixels, PhotoFormat Format, int Bits, byte[]? Profile, bool ProfileIsSrgb, string? Note = null);
