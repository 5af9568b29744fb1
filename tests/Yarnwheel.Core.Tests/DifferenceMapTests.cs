using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

public class DifferenceMapTests
{
    [Fact]
    public void Each_pixel_has_the_colour_of_its_difference_and_the_numbers_sum_them_up()
    {
        byte[] one = [200, 30, 30, 100, 100, 100, 0, 0, 0, 10, 200, 90], other = [200, 30, 30, 101, 100, 100, 255, 255, 255, 90, 120, 200];
        var (map, summary) = DifferenceMap.Draw(one, other, 2);
        var expected = Enumerable.Range(0, 4).Select(i => Ciede2000.Between(Lab(one, i), Lab(other, i))).ToArray();
        for (var i = 0; i < 4; i++) Assert.Equal(DifferenceMap.ColourOf(expected[i]), (map[3 * i], map[3 * i + 1], map[3 * i + 2]));
        Assert.Equal(expected.Average(), summary.Mean, 9);
        Assert.Equal(expected.Max(), summary.Most, 9);
        Assert.Equal(0.5, summary.Noticed);

        static (double, double, double) Lab(byte[] rgb, int i) => CieLab.FromLinear(Srgb.Decode(rgb[3 * i]), Srgb.Decode(rgb[3 * i + 1]), Srgb.Decode(rgb[3 * i + 2]));
    }

    [Fact]
    public void The_scale_grows_lighter_all_the_way()
    {
        double Lightness(double difference)
        {
            var (red, green, blue) = DifferenceMap.ColourOf(difference);
            return CieLab.FromLinear(Srgb.Decode(red), Srgb.Decode(green), Srgb.Decode(blue)).L;
        }
        var steps = Enumerable.Range(0, 26).Select(d => Lightness(d)).ToArray();
        Assert.True(steps.Zip(steps.Skip(1)).All(p => p.Second > p.First));
        Assert.Equal(DifferenceMap.ColourOf(25), DifferenceMap.ColourOf(90));
    }

    [Fact]
    public void Pictures_of_two_sizes_are_refused() => Assert.Throws<ArgumentException>(() => DifferenceMap.Draw(new byte[12], new byte[24], 2));
}
