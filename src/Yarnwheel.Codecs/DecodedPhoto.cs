using NetVips;
using Yarnwheel.Codecs.Profiles;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Codecs;

/// <summary>A photo taken in: upright pixels, and what its copies need to carry on.</summary>
/// <param name="Pixels">Upright.</param>
/// <param name="Format">Of the file.</param>
/// <param name="Bits">A channel in the file: 8 or 16.</param>
/// <param name="Profile">The RGB profile that copies are written in, or null for plain sRGB.</param>
/// <param name="ProfileIsSrgb">Whether the profile describes sRGB (or there is none).</param>
/// <param name="Codes">The file's own values, where its profile is one of tables, which can't be gone through and back without a loss; else null.</param>
/// <param name="Note">What became of its colours, in words, where that is not plain; else null.</param>
public sealed record DecodedPhoto(PhotoPixels Pixels, PhotoFormat Format, int Bits, byte[]? Profile, bool ProfileIsSrgb, string? Note = null, FileCodes? Codes = null)
{
    /// <summary>How far each pixel covers what is behind it; null where all do. What nothing of is seen is white.</summary>
    public GreyPixels? Coverage { get; init; }

    /// <summary>Pages or frames that the file has; each can be read as a photo of its own.</summary>
    public int Pages { get; init; } = 1;

    /// <summary>The photo ready to be drawn from.</summary>
    public Pyramid Pyramid() => Core.Photos.Pyramid.Build(Pixels, Coverage);
}

/// <summary>A picture's values as its file has them, upright, three a pixel: of 8 or of 16 bits.</summary>
public sealed record FileCodes(byte[]? Bytes, ushort[]? Words)
{
    /// <summary>A value in so many bits, 8 or 16; not fewer than it has.</summary>
    public int In(int bits, long at) => Words is not null ? Words[at] : bits == 8 ? Bytes![at] : Bytes![at] * 257;

    /// <summary>Them as a picture with a profile.</summary>
    internal Image Picture(int width, int height, byte[] profile)
    {
        using var image = Bytes is not null ? ArrayImage.Of(Bytes, width, height, 3, Enums.Interpretation.Srgb) : ArrayImage.Of(Words!, width, height, 3, Enums.Interpretation.Rgb16);
        return ColourProfile.Tagged(image, profile);
    }
}
