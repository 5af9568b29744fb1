using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>What a matte's last look found, and the colour models by which it was found.</summary>
/// <param name="Picture">The part of the photo that it is of.</param>
/// <param name="Bins">The bin of each pixel's colour.</param>
/// <param name="Rough">The mask it began with, 0 … 1.</param>
/// <param name="Expected">The same, blurred.</param>
/// <param name="Mixed">How mixed the neighbours of each pixel look, 0 … 1.</param>
/// <param name="Planes">Of each pixel.</param>
/// <param name="Share">How far each pixel may change, 0 … 1.</param>
/// <param name="AtFirst">The same before strands were followed.</param>
/// <param name="Band">The pixels that may change.</param>
/// <param name="Alarms">Where the ground looks like the subject; null where it was not asked.</param>
/// <param name="Foreground">Colours near each cell, inside.</param>
/// <param name="Background">Colours near each cell, outside.</param>
/// <param name="SeenInside">Density of the colours that are surely inside.</param>
/// <param name="SeenOutside">Density of the colours that are surely outside.</param>
internal sealed record MatteFound(MattePicture Picture, ushort[] Bins, float[] Rough, float[] Expected, float[] Mixed, MattePlanes Planes, float[] Share, float[] AtFirst, int[] Band, FalseAlarms? Alarms,
    LocalMoments Foreground, LocalMoments Background, float[] SeenInside, float[] SeenOutside)
{
    public int Width => Picture.Light.Width;

    public int Height => Picture.Light.Height;

    /// <summary>Puts what was found of a pixel into a block.</summary>
    /// <param name="block">Of pixels.</param>
    /// <param name="k">Which of them.</param>
    /// <param name="at">Its index.</param>
    public void Put(MatteBlock block, int k, int at)
    {
        var (y, x) = Math.DivRem(at, Width);
        (block.Across[k], block.Down[k]) = (x + 0.5f, y + 0.5f);
        (block.Rough[k], block.Share[k], block.Expected[k], block.Mixed[k]) = (Rough[at], Share[at], Expected[at], Mixed[at]);
        (block.Mean[k], block.Deviation[k], block.Apart[k]) = (Planes.Mean[at], Planes.Deviation[at], Planes.Apart[at]);
        (block.Place[k], block.Fit[k], block.Prior[k]) = (Planes.Place[at], Planes.Fit[at], Planes.Prior[at]);
        (block.SeenInside[k], block.SeenOutside[k]) = (SeenInside[Bins[at]], SeenOutside[Bins[at]]);
    }
}
