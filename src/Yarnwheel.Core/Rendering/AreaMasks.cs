using System.Globalization;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks;
using Yarnwheel.Core.Masks.Edges;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering;

/// <summary>Draws the masks of areas in a view: the parts folded, then the edge.</summary>
internal static class AreaMasks
{
    private static readonly EdgeRefinement Untouched = new();

    public static EdgedMask Draw(AreaPlan area, MaskScene scene)
    {
        var edge = area.Area.Edge;
        if (edge == Untouched) return new EdgedMask(Folded(area, scene), null);
        return scene.Pieces.GetOrAdd($"edged {scene.View.Key} {area.MaskKey} {RecipeJson.Key(edge)}", () => Edged(area, scene), m => m.Bytes);
    }

    private static EdgedMask Edged(AreaPlan area, MaskScene scene)
    {
        var edge = area.Area.Edge;
        var photo = scene.Source.Photo;
        var view = scene.View.View;
        var stage = new EdgeStage(edge, view.Scale, Math.Max(photo.Width, photo.Height));
        var wide = scene.Widened(stage.Halo);
        var region = wide.View.View.Region;
        var mask = Folded(area, wide);
        if (edge.Islands > 0 || edge.Pinholes > 0) mask = Settled(mask, area, wide);
        // Far from anything soft and from any contour nothing changes.
        var worked = MaskBounds.Of(mask, region, stage.Halo);
        if (worked.IsEmpty) return new EdgedMask(MaskPlane.Cut(mask, region, view.Region), null);
        var (refined, colours) = stage.Refine(worked == region ? mask : MaskPlane.Cut(mask, region, worked), wide.View.Light.Cut(region, worked), worked, scene.Cancel);
        return new EdgedMask(MaskPlane.Pasted(refined, worked, mask, region, view.Region), colours is null ? null : FringeColours.Of(colours, worked, view.Region));
    }

    private static float[] Folded(AreaPlan area, MaskScene scene) =>
        scene.Pieces.GetOrAdd($"mask {scene.View.Key} {area.MaskKey}", () => Fold(area, scene), m => 4L * m.Length);

    private static float[] Fold(AreaPlan area, MaskScene scene)
    {
        var mask = Fold(area, area.Parts.Count, scene);
        if (area.Area.Mask.Invert) MaskFold.Invert(mask);
        return mask;
    }

    /// <summary>The fold of the first parts; may be written to.</summary>
    private static float[] Fold(AreaPlan area, int count, MaskScene scene)
    {
        while (count > 0 && !area.Parts[count - 1].Part.On) count--;
        if (count > 0 && area.Parts[count - 1] is { Reworks: true } part)
            return part.Rework(() => part.Joins ? Joined(area, count, scene) : Fold(area, count - 1, scene), area.KeyUpTo(count - 1), scene);
        return count > 0 ? Joined(area, count, scene) : Nothing(scene);
    }

    /// <summary>The last of the first parts joined to the fold of those before it.</summary>
    private static float[] Joined(AreaPlan area, int count, MaskScene scene)
    {
        var part = area.Parts[count - 1];
        var width = scene.View.Width;
        var isFirst = !area.Parts.Take(count - 1).Any(p => p.Part.On);
        var mask = isFirst ? Nothing(scene) : Fold(area, count - 1, scene);
        var draw = part.Prepare(scene);
        // Joined to nothing, a part is the mask.
        if (isFirst && part.Part is { Op: MaskOp.Add, Invert: false }) Rows.Each(scene.View.Height, y => draw(y, mask.AsSpan(y * width, width)), scene.Cancel);
        else
        {
            Rows.Each(scene.View.Height, width, (y, row) =>
            {
                draw(y, row);
                MaskFold.Join(mask.AsSpan(y * width, width), row.AsSpan(0, width), part.Part.Op, part.Part.Invert);
            }, scene.Cancel);
        }
        return mask;
    }

    private static float[] Nothing(MaskScene scene)
    {
        var length = scene.View.Width * scene.View.Height;
        if (scene.Pieces.Arena is not { } arena) return new float[length];
        var mask = arena.Take(length);
        Array.Clear(mask);
        return mask;
    }

    /// <summary>Clears islands and fills pinholes. What is one is found on the whole photo, at the pyramid level of the view.</summary>
    private static float[] Settled(float[] mask, AreaPlan area, MaskScene scene)
    {
        var photo = scene.Source.Photo;
        var view = scene.View.View;
        var index = photo.LevelFor(view.Scale);
        var level = photo.Level(index);
        var edge = area.Area.Edge;
        var share = 1.0 / (1L << (2 * index));
        var key = string.Create(CultureInfo.InvariantCulture, $"specks {index} {area.MaskKey} {scene.Light.Key} {edge.Islands} {edge.Pinholes}");
        var specks = scene.Source.Cache.GetOrAdd(key, () => SpeckMap.Of(WholeMask(area, index, scene), level.Width, level.Height, edge.Islands * share, edge.Pinholes * share), m => m.LongLength);
        var lookup = new LevelMask(specks, level.Width, level.Height, 1 / (view.Scale * (1 << index)), view.Region);
        var settled = (float[])mask.Clone();
        Rows.Each(view.Region.Height, y =>
        {
            for (var x = 0; x < view.Region.Width; x++)
            {
                var what = lookup.At(view.Region.X + x, view.Region.Y + y);
                if (what != SpeckMap.Stays) settled[y * view.Region.Width + x] = what == SpeckMap.Filled ? 1 : 0;
            }
        }, scene.Cancel);
        return settled;
    }

    /// <summary>The folded mask of the whole photo at a pyramid level, 0 … 255, drawn in strips.</summary>
    private static byte[] WholeMask(AreaPlan area, int index, MaskScene scene) => scene.Source.Cache.GetOrAdd($"whole {index} {area.MaskKey} {scene.Light.Key}", () =>
    {
        var level = scene.Source.Photo.Level(index);
        var result = new byte[level.Width * level.Height];
        foreach (var region in Strips.Of(level.Width, level.Height))
        {
            var planes = ViewPlanes.Draw(scene.Source.Photo, new View(region, 1.0 / (1 << index)), scene.Light, scene.Cancel);
            var strip = Fold(area, scene with { View = planes, Pieces = new PieceCache(0) });
            for (var i = 0; i < strip.Length; i++) result[region.Y * level.Width + i] = (byte)(strip[i] * 255 + 0.5f);
        }
        return result;
    }, m => m.LongLength);
}
