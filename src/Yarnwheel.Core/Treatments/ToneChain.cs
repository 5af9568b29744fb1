using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Treatments;

/// <summary>The operations that a set of tones asks for, in order; those that are neutral are left out.</summary>
internal sealed class ToneChain
{
    private readonly List<RowOperation> operations = [];

    private ToneChain() { }

    /// <summary>Whether it changes nothing.</summary>
    public bool IsNeutral => operations.Count == 0;

    /// <summary>Colour first, then light and tones: for the photo as a whole.</summary>
    public static ToneChain Of(Light light)
    {
        var chain = new ToneChain();
        chain.AddColour(light);
        chain.AddTones(light);
        return chain;
    }

    /// <summary>What changes colours alone: for the kept colour of an area, before it meets its grey.</summary>
    public static ToneChain ColourOf(Treatment treatment)
    {
        ArgumentNullException.ThrowIfNull(treatment);
        var chain = new ToneChain();
        chain.AddColour(treatment);
        if (treatment.HueShift != 0) chain.operations.Add(new HueShift(treatment.HueShift));
        if (treatment.Recolour is { Amount: > 0 } recolour) chain.operations.Add(new Recolour(recolour));
        return chain;
    }

    /// <summary>What changes light and tones: for an area, greys included.</summary>
    public static ToneChain TonesOf(Treatment treatment)
    {
        var chain = new ToneChain();
        chain.AddTones(treatment);
        return chain;
    }

    public void Row(LightRow light)
    {
        foreach (var operation in operations) operation.Row(light);
    }

    private void AddColour(Tones tones)
    {
        if (tones.Warmth != 0 || tones.GreenMagenta != 0) operations.Add(new WhiteBalance(tones.Warmth, tones.GreenMagenta));
        if (tones.Saturation != 0) operations.Add(new Saturation(tones.Saturation, tones.Protect));
    }

    private void AddTones(Tones tones)
    {
        if (tones.Exposure != 0) operations.Add(new Exposure(tones.Exposure));
        if (ToneCurve.IsAsked(tones)) operations.Add(new ToneCurve(tones));
    }
}
