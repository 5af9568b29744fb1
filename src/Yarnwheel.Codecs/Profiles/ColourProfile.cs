using NetVips;
using Yarnwheel.Core.Colour;

namespace Yarnwheel.Codecs.Profiles;

/// <summary>An embedded colour profile (ICC.1), and the way from it into linear light with sRGB primaries and back.</summary>
internal sealed class ColourProfile
{
    private const string Field = "icc-profile-data";

    private ColourProfile(byte[] data, string space, bool isSrgb, MatrixProfile? matrix)
    {
        Data = data;
        Space = space;
        IsSrgb = isSrgb;
        Matrix = matrix;
    }

    public byte[] Data { get; }

    /// <summary>Its device colours: "RGB ", "GRAY", "CMYK".</summary>
    public string Space { get; }

    /// <summary>Whether it describes sRGB to within an 8-bit step.</summary>
    public bool IsSrgb { get; }

    /// <summary>Its primaries and curves, where that is what it is made of.</summary>
    public MatrixProfile? Matrix { get; }

    /// <summary>The picture's embedded profile; null for none, or one that can't be used.</summary>
    public static ColourProfile? Of(Image image)
    {
        if (!image.Contains(Field)) return null;
        var data = (byte[])image.Get(Field);
        // ICC.1:2022, 7.2.6: the data colour space is at bytes 16 to 19 of the header.
        if (data.Length < 128) return null;
        var space = System.Text.Encoding.ASCII.GetString(data, 16, 4);
        var bands = space switch { "RGB " => 3, "GRAY" => 1, "CMYK" => 4, _ => 0 };
        if (bands == 0 || bands != image.Bands) return null;
        if (bands != 3) return new ColourProfile(data, space, false, null);
        var distance = DistanceFromSrgb(data);
        return distance is null ? null : new ColourProfile(data, space, distance < 0.6 / 255, MatrixProfile.Read(data));
    }

    /// <summary>Whether copies can be written in it: not in one that only says how a device sees.</summary>
    public static bool IsWritable(byte[] profile)
    {
        if (MatrixProfile.Read(profile) is not null) return true;
        try
        {
            using var grey = ArrayImage.Of(new float[3], 1, 1, 3, Enums.Interpretation.Scrgb);
            using var device = FromLinear(grey, profile, 8);
            return device.WriteToMemory<byte>().Length == 3;
        }
        catch (VipsException)
        {
            return false;
        }
    }

    /// <summary>A profile that comes with the codec library.</summary>
    /// <param name="name">"srgb" or "p3".</param>
    public static byte[] BuiltIn(string name) => Image.ProfileLoad(name);

    /// <summary>The picture with a profile embedded.</summary>
    public static Image Tagged(Image image, byte[] profile) => image.Mutate(m => m.Set(GValue.BlobType, Field, profile));

    /// <summary>The picture as linear light, 3 floats a pixel, 1 = white.</summary>
    public static Image ToLinear(Image image)
    {
        using var xyz = image.IccImport(pcs: Enums.PCS.Xyz, intent: Enums.Intent.Relative, embedded: true, blackPointCompensation: false);
        using var light = xyz.Colourspace(Enums.Interpretation.Scrgb);
        return light.Cast(Enums.BandFormat.Float);
    }

    /// <summary>A picture of inks as Display P3 of 16 bits. The darkest ink is far from black: what prints as black is meant as black (black point compensation, ISO 18619).</summary>
    public static Image OfInks(Image image) => image.IccTransform("p3", intent: Enums.Intent.Relative, blackPointCompensation: true, embedded: true, depth: 16);

    /// <summary>Linear light as a profile's device values.</summary>
    /// <param name="linear">3 floats a pixel, tagged so.</param>
    /// <param name="profile">Of RGB.</param>
    /// <param name="bits">8 or 16.</param>
    public static Image FromLinear(Image linear, byte[] profile, int bits)
    {
        using var xyz = linear.Colourspace(Enums.Interpretation.Xyz);
        using var tagged = Tagged(xyz, profile);
        return tagged.IccExport(pcs: Enums.PCS.Xyz, intent: Enums.Intent.Relative, depth: bits);
    }

    /// <summary>Whether the PNG writer, which is strict about them, takes the profile.</summary>
    public static bool FitsPng(byte[] profile)
    {
        try
        {
            using var image = Tagged(Image.Black(1, 1, bands: 3).Copy(interpretation: Enums.Interpretation.Srgb), profile);
            image.PngsaveBuffer(keep: Enums.ForeignKeep.Icc);
            return true;
        }
        catch (VipsException)
        {
            return false;
        }
    }

    /// <summary>The largest difference, in encoded values, that a grid of colours has from sRGB; null where the profile can't be used.</summary>
    private static double? DistanceFromSrgb(byte[] profile)
    {
        var grid = new byte[6 * 6 * 6 * 3];
        for (var i = 0; i < 216; i++)
        {
            grid[3 * i] = (byte)(i / 36 * 51);
            grid[3 * i + 1] = (byte)(i / 6 % 6 * 51);
            grid[3 * i + 2] = (byte)(i % 6 * 51);
        }
        try
        {
            using var image = ArrayImage.Of(grid, 216, 1, 3, Enums.Interpretation.Srgb);
            using var tagged = Tagged(image, profile);
            using var linear = ToLinear(tagged);
            var values = linear.WriteToMemory<float>();
            return values.Select((v, i) => Math.Abs(Srgb.Encode((double)v) - grid[i] / 255.0)).Max();
        }
        catch (VipsException)
        {
            return null;
        }
    }
}
