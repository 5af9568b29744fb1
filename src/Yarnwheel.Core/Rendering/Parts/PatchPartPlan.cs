using System.Globalization;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By patch: the reach map of each seed is kept, so that a drag of its reach costs only a look-up.</summary>
internal sealed class PatchPartPlan(PatchPart part) : PartPlan(part)
{
    public override RowOfMask Prepare(MaskScene scene)
    {
        var photo = scene.Source.Photo;
        var index = photo.LevelFor(scene.View.View.Scale);
        var level = photo.Level(index);
        var step = 1 / (scene.View.View.Scale * (1 << index));
        var seeds = part.Seeds.Select(seed => (seed.TakeAway, Shares(seed.Reach), Mask: new LevelMask(Map(seed, index, scene), level.Width, level.Height, step, scene.View.View.Region))).ToArray();
        return (y, mask) =>
        {
            mask.Clear();
            // The first press starts from nothing: there is nothing to join.
            if (seeds is [(false, var only, var first), ..]) first.Row(only, y, mask);
            var own = seeds.Length > 1 ? new float[mask.Length] : [];
            foreach (var (takeAway, shares, seed) in seeds.Skip(1))
            {
                seed.Row(shares, y, own);
                MaskFold.Join(mask, own, takeAway ? MaskOp.Subtract : MaskOp.Add, invert: false);
            }
        };
    }

    private readonly PatchPart part = part;

    private byte[] Map(PatchSeed seed, int index, MaskScene scene)
    {
        var level = scene.Source.Photo.Level(index);
        var x = Math.Min((int)(seed.X * level.Width), level.Width - 1);
        var y = Math.Min((int)(seed.Y * level.Height), level.Height - 1);
        var key = string.Create(CultureInfo.InvariantCulture, $"reach {part.Connected} {index} {x} {y} {scene.Light.Key}");
        return scene.Source.Cache.GetOrAdd(key, () =>
        {
            var bytes = scene.Source.LevelBytes(index, scene.Light, scene.Cancel);
            return part.Connected ? ReachMap.Of(bytes, level.Width, level.Height, x, y, scene.Cancel) : ReachMap.Everywhere(bytes, level.Width, level.Height, x, y);
        }, m => m.LongLength);
    }

    /// <summary>The mask of each value of a reach map.</summary>
    private float[] Shares(double reach)
    {
        var shares = new float[256];
        for (var v = 0; v < 256; v++) shares[v] = Likeness.Step(v, (float)reach, (float)part.Fade);
        return shares;
    }
}
