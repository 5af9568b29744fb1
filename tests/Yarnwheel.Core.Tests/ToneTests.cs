using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

public class ToneTests
{
    private static readonly PhotoRenderer Renderer = new(Pictures.Pyramid(Pictures.Smooth(200, 150), 200, 150));

    [Fact]
    public void Without_a_part_by_light_no_tones_are_judged()
    {
        var tones = Renderer.Greys.Tones(new Recipe());
        Assert.Null(tones.Judged);
        Assert.Null(tones.Kept);
        Assert.Equal(tones.Result, tones.Original);
    }

    [Fact]
    public void A_part_by_light_judges_the_photo_s_tones_and_shows_what_it_keeps_of_them()
    {
        var tones = Renderer.Greys.Tones(new Recipe(), new LightPart { From = 50, To = 100, FadeFrom = 20 });
        // Rounded to bytes on two ways: neighbouring bars may swap a count.
        Assert.Equal(tones.Original.Sum(), tones.Judged!.Sum(), 0.15 * tones.Original.Sum());
        Assert.Equal(129, tones.Kept!.Count);
        Assert.Equal((0.0, 0.5, 1.0, 1.0), (tones.Kept[38], tones.Kept[51] + (tones.Kept[52] - tones.Kept[51]) * 0.2, tones.Kept[64], tones.Kept[128]), (a, b) =>
            a.Item1 == b.Item1 && Math.Abs(a.Item2 - b.Item2) < 0.01 && a.Item3 == b.Item3 && a.Item4 == b.Item4);
    }

    [Fact]
    public void With_a_mix_of_its_own_it_judges_that_mix_and_a_reading_tells_the_same_tone()
    {
        var own = new LightPart { Grey = new GreyMix { Spokes = [new Spoke { Hue = 20, Lift = 90 }, new Spoke { Hue = 200, Lift = -90 }] } };
        Assert.NotEqual(Renderer.Greys.Tones(new Recipe(), new LightPart()).Judged!, Renderer.Greys.Tones(new Recipe(), own).Judged!);
        var plain = Renderer.Readings.At(new Recipe(), 0.3, 0.4);
        // The tone of the luminance is the encoded grey of a flat mix.
        Assert.Equal(plain.Grey / 2.55, plain.Tone, 0.25);
        var lifted = Renderer.Readings.At(new Recipe(), 0.3, 0.4, null, 1, own);
        Assert.NotEqual(plain.Tone, lifted.Tone);
        Assert.Equal(plain.Grey, lifted.Grey);
    }
}
