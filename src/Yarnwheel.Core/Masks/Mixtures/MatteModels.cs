namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>What is known of both sides' colours: near by, and in all of the picture.</summary>
/// <param name="Picture">Whose pixels are judged.</param>
/// <param name="Bins">Of each pixel, the bin of its colour.</param>
/// <param name="Foreground">Colours near each cell, inside.</param>
/// <param name="Background">Colours near each cell, outside.</param>
/// <param name="SeenInside">Density of the colours that are surely inside.</param>
/// <param name="SeenOutside">Density of the colours that are surely outside.</param>
internal readonly record struct MatteModels(MattePicture Picture, ushort[] Bins, LocalMoments Foreground, LocalMoments Background, float[] SeenInside, float[] SeenOutside)
{
    /// <summary>Puts a pixel's colour, and what both sides look like there, into a block.</summary>
    /// <param name="block">Of pixels to be judged.</param>
    /// <param name="k">Which of them.</param>
    /// <param name="x">Column.</param>
    /// <param name="y">Row.</param>
    public void Put(MatteBlock block, int k, int x, int y)
    {
        var at = y * Picture.Light.Width + x;
        block.Take(k, Picture.Light, at, SeenInside, SeenOutside, Bins[at]);
        var place = Foreground.At(x + 0.5f, y + 0.5f);
        Foreground.Put(place, block.Foreground, k);
        Background.Put(place, block.Background, k);
    }
}
