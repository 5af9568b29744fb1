using System.Buffers.Binary;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Profiles;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Colour;

namespace Yarnwheel.Storage.Tests;

public class TransferCurveTests
{
    private static byte[] Parametric(ushort type, params double[] values)
    {
        var data = new byte[12 + 4 * values.Length];
        "para"u8.CopyTo(data);
        BinaryPrimitives.WriteUInt16BigEndian(data.AsSpan(8), type);
        for (var i = 0; i < values.Length; i++) BinaryPrimitives.WriteInt32BigEndian(data.AsSpan(12 + 4 * i), (int)Math.Round(values[i] * 65536));
        return data;
    }

    private static byte[] Tabled(params int[] values)
    {
        var data = new byte[12 + 2 * values.Length];
        "curv"u8.CopyTo(data);
        BinaryPrimitives.WriteUInt32BigEndian(data.AsSpan(8), (uint)values.Length);
        for (var i = 0; i < values.Length; i++) BinaryPrimitives.WriteUInt16BigEndian(data.AsSpan(12 + 2 * i), (ushort)values[i]);
        return data;
    }

    // ICC.1:2022, table 68: the function types of parametricCurveType; type 3 with these numbers is the curve of IEC 61966-2-1.
    [Fact]
    public void The_curve_of_sRGB_as_type_3_is_that_of_the_standard()
    {
        var curve = TransferCurve.Read(Parametric(3, 2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045))!;
        for (var v = 0; v <= 255; v++) Assert.Equal(Srgb.Decode(v / 255.0), curve.Decode(v / 255.0), 5e-5);
    }

    [Theory]
    [InlineData((ushort)0, 0.5, 0.25, 2.0)]
    [InlineData((ushort)1, 0.5, 0.25, 2.0, 1.0, 0.0)]
    [InlineData((ushort)2, 0.5, 0.25, 2.0, 1.0, 0.0, 0.0)]
    [InlineData((ushort)4, 0.5, 0.25, 2.0, 1.0, 0.0, 0.1, 0.1, 0.0, 0.0)]
    [InlineData((ushort)4, 0.05, 0.005, 2.0, 1.0, 0.0, 0.1, 0.1, 0.0, 0.0)]
    public void Each_function_type_follows_its_formula(ushort type, double x, double y, params double[] values) =>
        Assert.Equal(y, TransferCurve.Read(Parametric(type, values))!.Decode(x), 1e-4);

    [Fact]
    public void A_table_is_read_between_its_entries_an_empty_one_changes_nothing_and_one_entry_is_a_gamma()
    {
        Assert.Equal(0.125, TransferCurve.Read(Tabled(0, 16384, 65535))!.Decode(0.25), 1e-4);
        Assert.Equal(0.3, TransferCurve.Read(Tabled())!.Decode(0.3), 1e-9);
        Assert.Equal(0.25, TransferCurve.Read(Tabled(512))!.Decode(0.5), 1e-9);
    }

    [Fact]
    public void A_curve_that_falls_or_ends_early_or_is_of_another_kind_is_none()
    {
        Assert.Null(TransferCurve.Read(Tabled(0, 65535, 30000)));
        Assert.Null(TransferCurve.Read(Tabled(65535, 0)));
        Assert.Null(TransferCurve.Read(Tabled(0, 65535).AsSpan(0, 14)));
        Assert.Null(TransferCurve.Read(Parametric(9, 1)));
        Assert.Null(TransferCurve.Read(Parametric(3, 2.4).AsSpan(0, 12)));
        Assert.Null(TransferCurve.Read("XYZ \0\0\0\0\0\0\0\0"u8));
        Assert.Null(TransferCurve.Read([]));
    }

    [Theory]
    [InlineData(8, 2.2)]
    [InlineData(8, 1)]
    [InlineData(16, 1.8)]
    [InlineData(16, 2.6)]
    public void Every_device_value_comes_back_from_its_light(int bits, double gamma)
    {
        var table = TransferCurve.Read(Parametric(0, gamma))!.Table(bits);
        var codes = new DeviceCodes(table);
        for (var v = 0; v < table.Length; v++) Assert.Equal(table[v], table[codes.Nearest(table[v])]);
        Assert.Equal((0, table.Length - 1), (codes.Nearest(-1), codes.Nearest(2)));
    }

    [Fact]
    public void Between_two_device_values_the_nearer_is_taken()
    {
        var codes = new DeviceCodes([0, 0.1f, 0.4f, 1]);
        Assert.Equal((1, 2, 2, 3), (codes.Nearest(0.2f), codes.Nearest(0.3f), codes.Nearest(0.69f), codes.Nearest(0.71f)));
    }

    [Fact]
    public void A_profile_with_tables_or_without_white_is_not_taken_for_one_of_primaries()
    {
        Assert.NotNull(MatrixProfile.Read(TestProfiles.OpRgb));
        Assert.Null(MatrixProfile.Read(TestProfiles.Grey(2.2)));
        var renamed = TestProfiles.OpRgb;
        // Its first tag, the description, becomes a table: that wins over the matrix.
        "A2B0"u8.CopyTo(renamed.AsSpan(132));
        Assert.Null(MatrixProfile.Read(renamed));
        var bent = TestProfiles.RommRgb;
        var red = 132 + 12 * 3;
        Assert.Equal("rXYZ", System.Text.Encoding.ASCII.GetString(bent, red, 4));
        var at = (int)BinaryPrimitives.ReadUInt32BigEndian(bent.AsSpan(red + 4));
        BinaryPrimitives.WriteInt32BigEndian(bent.AsSpan(at + 8), 20000);
        Assert.Null(MatrixProfile.Read(bent));
    }
}
