using System.Numerics;
using NetVips;
using Yarnwheel.Codecs.Profiles;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Codecs.Saving;

/// <summary>Turns rows of linear light into the codes of a picture file.</summary>
/// <param name="width">Pixels.</param>
/// <param name="height">Pixels.</param>
internal abstract class PixelCodes(int width, int height)
{
    protected int Width => width;

    protected int Height => height;

    /// <summary>Takes a row in; from any thread, each row once.</summary>
    /// <param name="y">Its number.</param>
    /// <param name="light">Linear light with sRGB primaries, unbounded.</param>
    public abstract void Row(int y, LightRow light);

    /// <summary>The picture of all rows.</summary>
    public abstract Image Picture();

    /// <summary>The same while rows are still taken in; null where the picture must be there as a whole.</summary>
    public virtual IComingPicture? Coming() => null;

    /// <summary>Codes of a profile.</summary>
    /// <param name="profile">Of RGB; null for sRGB.</param>
    /// <param name="bits">8 or 16.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="untouched">The photo, where what is as it came should keep its codes; null where that can't be.</param>
    public static PixelCodes Of(byte[]? profile, int bits, int width, int height, DecodedPhoto? untouched)
    {
        if (profile is null) return bits == 8 ? new SrgbBytes(width, height) : new SrgbWords(width, height);
        if (MatrixProfile.Read(profile) is not { } matrix) return new ThroughLibrary(profile, bits, width, height, untouched);
        return bits == 8 ? new MatrixCodes<byte>(matrix, bits, width, height) : new MatrixCodes<ushort>(matrix, bits, width, height);
    }

    private static Image Wrap<T>(T[] values, int width, int height) where T : unmanaged =>
        ArrayImage.Of(values, width, height, 3, values is byte[]? Enums.Interpretation.Srgb : Enums.Interpretation.Rgb16);

    private sealed class SrgbBytes(int width, int height) : PixelCodes(width, height)
    {
        private readonly byte[] target = new byte[3L * width * height];

        public override void Row(int y, LightRow light) => SrgbByte.EncodeRow(light, target.AsSpan(3 * y * Width, 3 * Width));

        public override Image Picture() => Wrap(target, Width, Height);

        public override IComingPicture Coming() => new ComingPicture<byte>(target, Width, Height);
    }

    private sealed class SrgbWords(int width, int height) : PixelCodes(width, height)
    {
        private readonly ushort[] target = new ushort[3L * width * height];

        public override void Row(int y, LightRow light)
        {
            var into = target.AsSpan(3 * y * Width, 3 * Width);
            for (var x = 0; x < Width; x++)
            {
                var (red, green, blue) = Gamut.Srgb.Fit(light.Red[x], light.Green[x], light.Blue[x]);
                into[3 * x] = (ushort)Math.Round(Srgb.Encode((double)red) * 65535);
                into[3 * x + 1] = (ushort)Math.Round(Srgb.Encode((double)green) * 65535);
                into[3 * x + 2] = (ushort)Math.Round(Srgb.Encode((double)blue) * 65535);
            }
        }

        public override Image Picture() => Wrap(target, Width, Height);

        public override IComingPicture Coming() => new ComingPicture<ushort>(target, Width, Height);
    }

    private sealed class MatrixCodes<T>(MatrixProfile matrix, int bits, int width, int height) : PixelCodes(width, height) where T : unmanaged, INumberBase<T>
    {
        private readonly DeviceCodes[] codes = [.. matrix.Tables(bits).Select(table => new DeviceCodes(table))];
        private readonly T[] target = new T[3L * width * height];

        public override void Row(int y, LightRow light)
        {
            var into = target.AsSpan(3 * y * Width, 3 * Width);
            for (var x = 0; x < Width; x++)
            {
                var (red, green, blue) = matrix.ToDevice(light.Red[x], light.Green[x], light.Blue[x]);
                into[3 * x] = T.CreateTruncating(codes[0].Nearest(red));
                into[3 * x + 1] = T.CreateTruncating(codes[1].Nearest(green));
                into[3 * x + 2] = T.CreateTruncating(codes[2].Nearest(blue));
            }
        }

        public override Image Picture() => Wrap(target, Width, Height);

        public override IComingPicture Coming() => new ComingPicture<T>(target, Width, Height);
    }

    private sealed class ThroughLibrary(byte[] profile, int bits, int width, int height, DecodedPhoto? untouched) : PixelCodes(width, height)
    {
        private readonly float[] target = new float[3L * width * height];
        private readonly bool[] isUntouched = untouched is null ? [] : new bool[(long)width * height];

        public override void Row(int y, LightRow light)
        {
            var into = target.AsSpan(3 * y * Width, 3 * Width);
            for (var x = 0; x < Width; x++) (into[3 * x], into[3 * x + 1], into[3 * x + 2]) = (light.Red[x], light.Green[x], light.Blue[x]);
            if (untouched is null) return;
            var before = new LightRow(new float[3 * Width], Width);
            untouched.Pixels.Read(0, y, before.Red, before.Green, before.Blue);
            for (var x = 0; x < Width; x++) isUntouched[y * Width + x] = light.Red[x] == before.Red[x] && light.Green[x] == before.Green[x] && light.Blue[x] == before.Blue[x];
        }

        public override Image Picture()
        {
            using var linear = ArrayImage.Of(target, Width, Height, 3, Enums.Interpretation.Scrgb);
            var coded = ColourProfile.FromLinear(linear, profile, bits);
            if (untouched is null) return coded;
            using (coded) return bits == 8 ? Kept(coded.WriteToMemory<byte>(), v => (byte)v) : Kept(coded.WriteToMemory<ushort>(), v => (ushort)v);
        }

        /// <summary>What nothing touched keeps its codes: the way through tables and back would change them.</summary>
        private Image Kept<T>(T[] values, Func<int, T> code) where T : unmanaged
        {
            Rows.Each(Height, y =>
            {
                for (var i = (long)y * Width; i < (long)(y + 1) * Width; i++)
                    for (var at = 3 * i; isUntouched[i] && at < 3 * i + 3; at++) values[at] = code(untouched!.Codes!.In(bits, at));
            });
            return Wrap(values, Width, Height);
        }
    }
}
