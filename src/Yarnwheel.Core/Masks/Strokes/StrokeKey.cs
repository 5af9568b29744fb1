using System.Buffers.Binary;
using System.Globalization;
using System.Runtime.CompilerServices;
using System.Security.Cryptography;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Strokes;

/// <summary>Names strokes by their content, each stroke read once however often it is asked for.</summary>
internal static class StrokeKey
{
    private static readonly UInt128 Odd = new(0x9E3779B97F4A7C15, 0xF39CC0605CEDC835);

    // A memo of immutable records, which ends with them.
    private static readonly ConditionalWeakTable<BrushStroke, byte[]> Known = [];

    /// <summary>Numbers for the runs of the first 0, 1, 2 … strokes.</summary>
    public static UInt128[] Prefixes(IReadOnlyList<BrushStroke> strokes)
    {
        var keys = new UInt128[strokes.Count + 1];
        for (var k = 0; k < strokes.Count; k++)
            keys[k + 1] = UInt128.RotateLeft((keys[k] ^ BinaryPrimitives.ReadUInt128LittleEndian(Hash(strokes[k]))) * Odd, 64);
        return keys;
    }

    /// <summary>A text for all of them.</summary>
    public static string Of(IReadOnlyList<BrushStroke> strokes) => Prefixes(strokes)[^1].ToString("x", CultureInfo.InvariantCulture);

    /// <summary>A text for a stroke by itself.</summary>
    public static string Of(BrushStroke stroke) => Convert.ToHexStringLower(Hash(stroke));

    private static byte[] Hash(BrushStroke stroke) => Known.GetValue(stroke, s => SHA256.HashData(RecipeJson.Utf8(s)));
}
