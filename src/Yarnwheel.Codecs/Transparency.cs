using NetVips;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Codecs;

/// <summary>Lays what is transparent on white, in linear light: there a half-covered pixel has half the light, as on the screen of a compositor that does it right.</summary>
internal static class Transparency
{
    /// <summary>The picture without its last channel, coverage. Codes that are covered fully stay as they are; the others go through sRGB's curve, whatever the profile.</summary>
    /// <param name="image">8 or 16 bits a channel.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static Image OnWhite(Image image, CancellationToken cancel)
    {
        using var registration = cancel.Register(() => image.SetKill(true));
        return image.Format switch
        {
            Enums.BandFormat.Uchar => Laid(image, image.WriteToMemory<byte>(), 255, v => (byte)v, v => v, cancel),
            Enums.BandFormat.Ushort => Laid(image, image.WriteToMemory<ushort>(), 65535, v => (ushort)v, v => v, cancel),
            _ => image.Flatten(background: [1]),
        };
    }

    private static Image Laid<T>(Image image, T[] values, int most, Func<int, T> code, Func<T, int> number, CancellationToken cancel) where T : unmanaged
    {
        var (width, height, bands) = (image.Width, image.Height, image.Bands - 1);
        var laid = new T[(long)width * height * bands];
        Rows.Each(height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                var (from, to) = ((y * width + x) * (bands + 1), (y * width + x) * bands);
                var share = number(values[from + bands]) / (double)most;
                for (var c = 0; c < bands; c++)
                    laid[to + c] = share == 1 ? values[from + c] : code((int)Math.Round(most * Srgb.Encode(1 - share + share * Srgb.Decode(number(values[from + c]) / (double)most))));
            }
        }, cancel);
        using var bare = ArrayImage.Of(laid, width, height, bands, image.Interpretation);
        // The library keeps what else it knows of the picture with the new one.
        return bare.Mutate(into =>
        {
            foreach (var field in image.GetFields().Where(f => f is "icc-profile-data" or "bits-per-sample")) into.Set(image.GetTypeOf(field), field, image.Get(field));
        });
    }
}
