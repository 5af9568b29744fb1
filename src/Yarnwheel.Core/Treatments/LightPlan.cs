using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Treatments;

/// <summary>The light of the whole photo, ready to be applied.</summary>
internal sealed class LightPlan
{
    private readonly ToneChain chain;
    private readonly LocalTones? local;

    private LightPlan(Light light, Func<DetailMaps> maps)
    {
        chain = ToneChain.Of(light);
        local = LocalTones.Of(light, maps);
        Key = IsNeutral ? "" : RecipeJson.Key(light);
    }

    /// <summary>The photo as it came.</summary>
    public static LightPlan None { get; } = new(new Light(), () => throw new InvalidOperationException("Nothing local is asked for."));

    /// <summary>A text that stands for its content; empty where it is neutral.</summary>
    public string Key { get; }

    public bool IsNeutral => chain.IsNeutral && local is null;

    /// <summary>Floats of scratch that a row needs.</summary>
    public int Scratch(int width) => local is null ? 0 : LocalTones.Scratch * width;

    /// <param name="light">What is asked for.</param>
    /// <param name="maps">Gives the photo's detail maps when they are needed.</param>
    public static LightPlan Of(Light light, Func<DetailMaps> maps) => new(light, maps);

    /// <summary>Changes a row of the photo as it came.</summary>
    /// <param name="light">The row.</param>
    /// <param name="place">Where it lies.</param>
    /// <param name="scratch">As long as <see cref="Scratch"/> says.</param>
    public void Row(LightRow light, RowPlace place, Span<float> scratch)
    {
        if (local is not null)
        {
            var width = light.Red.Length;
            var original = scratch[..width];
            DetailMaps.Lightness(light, original);
            local.Row(light, original, place, hazeIsGrey: false, scratch[width..]);
        }
        chain.Row(light);
    }
}
