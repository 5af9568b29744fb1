using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>A mask of the whole photo, for what can't be known from a region.</summary>
internal static class WholeMask
{
    /// <param name="mask">Draws it.</param>
    /// <param name="index">Of the pyramid level.</param>
    /// <param name="drawing">The picture that asks for it.</param>
    /// <returns>0 … 255 for each of the level's pixels; kept, and not to be written to.</returns>
    public static byte[] Of(Operation<Plane<float>> mask, int index, Drawing drawing)
    {
        var small = drawing.At(1.0 / (1 << index));
        return drawing.Source.Whole.GetOrAdd(new PieceKey<ByteList>(mask.Key, small.Scale), () =>
        {
            var result = new Plane<byte>(small.Whole);
            Strips.Each(small, mask.Reach(small.Scale), (strip, region) =>
            {
                var drawn = mask.At(strip, region);
                Rows.Each(region, y =>
                {
                    Quantise(drawn.Row(y, region), result.Row(y));
                }, drawing.Cancel);
            });
            return new ByteList(result.Values);
        }, drawing.Cancel).Bytes;
    }

    /// <summary>Shares of 0 … 1 as the nearest of 0 … 255.</summary>
    /// <param name="shares">A row's.</param>
    /// <param name="bytes">Receives them; as long.</param>
    /// <example><code>WholeMask.Quantise([0, 0.5f, 1], bytes); // 0, 128, 255</code></example>
    public static void Quantise(ReadOnlySpan<float> shares, Span<byte> bytes)
    {
        for (var x = 0; x < bytes.Length; x++) bytes[x] = (byte)(shares[x] * 255 + 0.5f);
    }

    /// <summary>Such a mask as shares, 0 … 1.</summary>
    public static float[] Shares(byte[] mask)
    {
        var shares = new float[mask.Length];
        for (var i = 0; i < shares.Length; i++) shares[i] = mask[i] / 255f;
        return shares;
    }
}
