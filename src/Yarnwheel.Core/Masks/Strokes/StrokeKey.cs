using System.Runtime.CompilerServices;
using System.Security.Cryptography;
using System.Text;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Strokes;

/// <summary>Names strokes by their content, each stroke read once however often it is asked for.</summary>
internal static class StrokeKey
{
    // A memo of immutable records, which ends with them.
    private static readonly ConditionalWeakTable<BrushStroke, byte[]> Known = [];

    /// <summary>Names of the runs of the first 0, 1, 2 … strokes.</summary>
    public static string[] Prefixes(IReadOnlyList<BrushStroke> strokes)
    {
        var keys = new string[strokes.Count + 1];
        keys[0] = "";
        Span<byte> chain = stackalloc byte[64];
        chain.Clear();
        for (var k = 0; k < strokes.Count; k++)
        {
            Of(strokes[k]).CopyTo(chain[32..]);
            SHA256.HashData(chain, chain);
            keys[k + 1] = Convert.ToBase64String(chain[..18]);
        }
        return keys;
    }

    /// <summary>Name of a stroke by itself.</summary>
    public static byte[] Of(BrushStroke stroke) => Known.GetValue(stroke, s => SHA256.HashData(Encoding.UTF8.GetBytes(RecipeJson.Key(s))));
}
