using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Masks.Patches;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Parts;

/// <summary>By patch: the reach map of each seed is kept, so that a drag of its reach costs only a look-up.</summary>
internal sealed class PatchPartPlan(PatchPart part, PhotoSteps steps) : PartPlan(part)
{
    private readonly PatchPart part = part;

    public override RowOfMask Prepare(Drawing drawing, Region region)
    {
        var photo = steps.Source.Photo;
        var index = photo.LevelFor(drawing.Scale);
        var level = photo.Level(index);
        var step = 1 / (drawing.Scale * (1 << index));
        var seeds = part.Seeds.Select(seed => (seed.TakeAway, Shares(seed.Reach), Mask: new LevelMask(Map(seed, index, drawing.Cancel), level.Width, level.Height, step, region))).ToArray();
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

    private byte[] Map(PatchSeed seed, int index, CancellationToken cancel)
    {
        var level = steps.Source.Photo.Level(index);
        var x = Math.Min((int)(seed.X * level.Width), level.Width - 1);
        var y = Math.Min((int)(seed.Y * level.Height), level.Height - 1);
        var key = new PieceKey<ByteList>(steps.Judged.Key.With($"reach {part.Connected} {index} {x} {y}"));
        return steps.Source.Whole.GetOrAdd(key, () =>
        {
            var bytes = steps.Source.LevelBytes(index, steps.Judged.Light, cancel);
            return new ByteList(part.Connected ? ReachMap.Of(bytes, level.Width, level.Height, x, y, cancel) : ReachMap.Everywhere(bytes, level.Width, level.Height, x, y));
        }, cancel).Bytes;
    }

    /// <summary>The mask of each value of a reach map.</summary>
    private ShareTable Shares(double reach)
    {
        var shares = new float[256];
        for (var v = 0; v < 256; v++) shares[v] = Likeness.Step(v, (float)reach, (float)part.Fade);
        return new ShareTable(shares);
    }
}
