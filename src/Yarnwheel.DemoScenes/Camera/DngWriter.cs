using System.Text;

namespace Yarnwheel.DemoScenes.Camera;

/// <summary>Writes a sensor's codes as DNG (Digital Negative specification 1.4; TIFF 6.0; TIFF/EP for the mosaic): one directory, one strip, 16 bits, nothing compressed.</summary>
internal static class DngWriter
{
    /// <param name="path">Where to.</param>
    /// <param name="camera">What it was taken with.</param>
    /// <param name="codes">As the sensor lies, row by row.</param>
    /// <param name="width">Of the sensor, pixels.</param>
    /// <param name="height">Of the sensor, pixels.</param>
    public static void Write(string path, MosaicCamera camera, ushort[] codes, int width, int height)
    {
        var fields = new SortedDictionary<int, (int Type, byte[] Value)>
        {
            [254] = Long(0),                        // the picture itself, no reduced one
            [256] = Long(width),
            [257] = Long(height),
            [258] = Short(16),
            [259] = Short(1),                       // not compressed
            [262] = Short(32803),                   // a mosaic of colour filters
            [271] = Text("Dye-house"),
            [272] = Text("Stand-in"),
            [273] = Long(0),                        // where the strip stands, filled in below
            [274] = Short(camera.Orientation),
            [277] = Short(1),
            [278] = Long(height),
            [279] = Long(2 * codes.Length),
            [284] = Short(1),
            [33421] = Short(2, 2),                  // the mosaic repeats every two by two
            [33422] = (1, [0, 1, 1, 2]),            // red, green; green, blue
            [50706] = (1, [1, 4, 0, 0]),            // DNG version
            [50707] = (1, [1, 1, 0, 0]),            // and the earliest that can read it
            [50708] = Text("Dye-house Stand-in"),
            [50714] = Long(camera.Black),
            [50717] = Long(camera.White),
            [50721] = Rational(10, camera.Matrix),  // XYZ to the sensor
            [50728] = Rational(5, camera.Neutral()),
            [50778] = Short(21),                    // the matrix is for D65
        };
        var directory = 8 + 2 + 12 * fields.Count + 4;
        var values = new MemoryStream();
        var strip = directory + fields.Values.Sum(f => f.Value.Length > 4 ? f.Value.Length + f.Value.Length % 2 : 0);
        fields[273] = Long(strip);
        using var writer = new BinaryWriter(File.Create(path));
        writer.Write("II*\0"u8);
        writer.Write(8);
        writer.Write((ushort)fields.Count);
        foreach (var (tag, (type, value)) in fields)
        {
            writer.Write((ushort)tag);
            writer.Write((ushort)type);
            writer.Write(value.Length / (type switch { 3 => 2, 4 => 4, 5 or 10 => 8, _ => 1 }));
            if (value.Length > 4)
            {
                writer.Write(directory + (int)values.Length);
                values.Write(value);
                if (value.Length % 2 != 0) values.WriteByte(0);
            }
            else writer.Write([.. value, .. new byte[4 - value.Length]]);
        }
        writer.Write(0);
        writer.Write(values.ToArray());
        foreach (var code in codes) writer.Write(code);
    }

    private static (int, byte[]) Long(int value) => (4, BitConverter.GetBytes(value));

    private static (int, byte[]) Short(params int[] values) => (3, [.. values.SelectMany(v => BitConverter.GetBytes((ushort)v))]);

    private static (int, byte[]) Text(string text) => (2, [.. Encoding.ASCII.GetBytes(text), 0]);

    /// <summary>In ten-thousandths.</summary>
    private static (int, byte[]) Rational(int type, IReadOnlyList<float> values) => (type, [.. values.SelectMany(v => (byte[])[.. BitConverter.GetBytes((int)MathF.Round(v * 10_000)), .. BitConverter.GetBytes(10_000)])]);
}
