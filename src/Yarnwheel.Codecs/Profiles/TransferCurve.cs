using System.Buffers.Binary;

namespace Yarnwheel.Codecs.Profiles;

/// <summary>A tone curve of a colour profile: from device values, 0 … 1, to linear light.</summary>
/// <remarks>ICC.1:2022, 10.6 (curveType) and 10.18 (parametricCurveType).</remarks>
internal sealed class TransferCurve
{
    private readonly double[] parameters;
    private readonly int type;

    private TransferCurve(int type, double[] parameters)
    {
        this.type = type;
        this.parameters = parameters;
    }

    /// <summary>Reads a curve; null where it is none that is known, or does not rise.</summary>
    public static TransferCurve? Read(ReadOnlySpan<byte> data)
    {
        if (data.Length < 12) return null;
        TransferCurve? curve = null;
        if (data[..4].SequenceEqual("curv"u8))
        {
            var count = BinaryPrimitives.ReadUInt32BigEndian(data[8..]);
            if (count > 65536 || data.Length < 12 + 2 * (int)count) return null;
            var values = new double[count];
            for (var i = 0; i < values.Length; i++) values[i] = BinaryPrimitives.ReadUInt16BigEndian(data[(12 + 2 * i)..]);
            curve = count switch
            {
                0 => new TransferCurve(0, [1]),
                1 => new TransferCurve(0, [values[0] / 256]),
                _ => new TransferCurve(-1, values.Select(v => v / 65535).ToArray()),
            };
        }
        else if (data[..4].SequenceEqual("para"u8))
        {
            var type = BinaryPrimitives.ReadUInt16BigEndian(data[8..]);
            if (type > 4) return null;
            var count = (int[])[1, 3, 4, 5, 7];
            if (data.Length < 12 + 4 * count[type]) return null;
            var values = new double[7];
            for (var i = 0; i < count[type]; i++) values[i] = BinaryPrimitives.ReadInt32BigEndian(data[(12 + 4 * i)..]) / 65536.0;
            curve = new TransferCurve(type, values);
        }
        return curve is not null && curve.Rises() ? curve : null;
    }

    /// <summary>Linear light of a device value.</summary>
    public double Decode(double x)
    {
        if (type < 0)
        {
            var at = Math.Clamp(x, 0, 1) * (parameters.Length - 1);
            var index = Math.Min((int)at, parameters.Length - 2);
            return parameters[index] + (parameters[index + 1] - parameters[index]) * (at - index);
        }
        double g = parameters[0], a = type == 0 ? 1 : parameters[1], b = type == 0 ? 0 : parameters[2];
        var power = Math.Pow(Math.Max(0, a * x + b), g);
        return type switch
        {
            0 => power,
            1 => x >= -b / a ? power : 0,
            2 => (x >= -b / a ? power : 0) + parameters[3],
            3 => x >= parameters[4] ? power : parameters[3] * x,
            _ => x >= parameters[4] ? power + parameters[5] : parameters[3] * x + parameters[6],
        };
    }

    /// <summary>Linear light of every device value of so many bits.</summary>
    public float[] Table(int bits)
    {
        var table = new float[1 << bits];
        for (var i = 0; i < table.Length; i++) table[i] = (float)Decode(i / (table.Length - 1.0));
        return table;
    }

    private bool Rises()
    {
        var last = double.NegativeInfinity;
        for (var i = 0; i <= 255; i++)
        {
            var value = Decode(i / 255.0);
            if (!(value >= last) || !double.IsFinite(value)) return false;
            last = value;
        }
        return Math.Abs(Decode(0)) < 0.02 && Math.Abs(last - 1) < 0.02;
    }
}
