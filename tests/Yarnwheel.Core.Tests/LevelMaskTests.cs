using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;

namespace Yarnwheel.Core.Tests;

/// <summary>Masks of 256 values drawn in views of any scale.</summary>
public class LevelMaskTests
{
    private const int Width = 420;
    private const int Height = 90;

    // Plain to half-way, a slope, then nothing: what a patch's reach makes of its map.
    private static readonly float[] Shares = [.. Enumerable.Range(0, 256).Select(v => v < 90 ? 1f : v > 130 ? 0 : (130 - v) / 40f)];

    /// <summary>Blocks of one value, of values that are kept alike, and of all.</summary>
    private static readonly byte[] Values = MadeUp();

    public static TheoryData<double> Steps => [0.3, 1, 1.07, 1.5, 2, 2.6, 7];

    [Theory]
    [MemberData(nameof(Steps))]
    public void Each_pixel_is_the_mean_of_what_it_covers_or_the_binomial_about_it(double step)
    {
        var region = new Region(0, 0, (int)(Width / step), (int)(Height / step));
        var mask = new LevelMask(Values, Width, Height, step, region);
        var row = new float[region.Width];
        for (var y = 0; y < region.Height; y++)
        {
            mask.Row(new ShareTable(Shares), y, row);
            for (var x = 0; x < row.Length; x++) Assert.Equal(step > 1 ? Mean(x, y, step) : Binomial(x, y, step), row[x], 1e-5);
        }
    }

    [Theory]
    [MemberData(nameof(Steps))]
    public void A_part_of_a_view_gets_just_what_the_whole_has_there(double step)
    {
        var whole = new Region(0, 0, (int)(Width / step), (int)(Height / step));
        var part = new Region(whole.Width / 5, 0, whole.Width / 2, whole.Height);
        LevelMask all = new(Values, Width, Height, step, whole), some = new(Values, Width, Height, step, part);
        float[] row = new float[whole.Width], own = new float[part.Width];
        for (var y = 0; y < whole.Height; y++)
        {
            all.Row(new ShareTable(Shares), y, row);
            some.Row(new ShareTable(Shares), y, own);
            Assert.Equal(row.AsSpan(part.X, part.Width).ToArray(), own);
        }
    }

    [Fact]
    public void A_table_tells_what_is_all_kept_or_all_not()
    {
        var table = new ShareTable(Shares);
        Assert.True(table.IsEven([0, 40, 89], out var share) && share == 1);
        Assert.True(table.IsEven([130, 131, 255], out share) && share == 0);
        Assert.False(table.IsEven([0, 90, 91], out _));
        Assert.False(table.IsEven([89, 131], out _));
        Assert.False(new ShareTable([.. Enumerable.Repeat(0.5f, 256)]).IsEven([3, 200], out _));
        Assert.True(new ShareTable(new float[256]).IsEven([3, 200], out share) && share == 0);
    }

    private static double Mean(int x, int y, double step)
    {
        double sum = 0, all = 0;
        for (var v = (int)(y * step); v < Math.Min(Height, (y + 1) * step); v++)
        {
            for (var u = (int)(x * step); u < Math.Min(Width, (x + 1) * step); u++)
            {
                var share = (Math.Min(u + 1, (x + 1) * step) - Math.Max(u, x * step)) * (Math.Min(v + 1, (y + 1) * step) - Math.Max(v, y * step));
                sum += share * Shares[Values[v * Width + u]];
                all += share;
            }
        }
        return sum / all;
    }

    private static double Binomial(int x, int y, double step)
    {
        int column = Math.Min((int)((x + 0.5) * step), Width - 1), row = Math.Min((int)((y + 0.5) * step), Height - 1);
        var sum = 0.0;
        for (var v = -1; v <= 1; v++)
            for (var u = -1; u <= 1; u++) sum += (2 - Math.Abs(u)) * (2 - Math.Abs(v)) / 16.0 * Shares[Values[Math.Clamp(row + v, 0, Height - 1) * Width + Math.Clamp(column + u, 0, Width - 1)]];
        return sum;
    }

    private static byte[] MadeUp()
    {
        var random = new Random(3);
        var values = new byte[Width * Height];
        for (var i = 0; i < values.Length; i++)
        {
            int block = i % Width / 70 + i / Width / 30 * 6;
            values[i] = (byte)(block % 4 == 0 ? 12 : block % 4 == 1 ? random.Next(90) : block % 4 == 2 ? random.Next(131, 256) : random.Next(256));
        }
        return values;
    }
}
