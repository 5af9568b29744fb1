using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Mixtures;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering.Cache;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering.Edges;

/// <summary>The photo as mattes are solved on it, in the recipe's light.</summary>
internal static class MatteSource
{
    private const int NoiseTile = 256;

    /// <summary>Most pixels of a picture on which a matte is solved while a hand waits for it.</summary>
    private const long Coarse = 430_000;

    /// <summary>Number of the pyramid level on which mattes of whole photos are solved.</summary>
    public static int Level(Pyramid photo) => photo.LevelWithin(MattePicture.Most);

    /// <summary>Number of the level on which a matte is solved for pictures of a scale: for a thumbnail a smaller one is enough.</summary>
    /// <param name="photo">The photo.</param>
    /// <param name="scale">Pixels a photo pixel.</param>
    /// <param name="size">How large it is to be.</param>
    public static int Level(Pyramid photo, double scale, MatteSize size) => size switch
    {
        MatteSize.Whole => Level(photo),
        MatteSize.Coarse => Math.Max(photo.LevelWithin(Coarse), photo.LevelFor(Math.Min(1, scale))),
        _ => Math.Max(Level(photo), photo.LevelFor(Math.Min(1, scale))),
    };

    /// <summary>Pixels of a level a photo pixel.</summary>
    public static double Scale(int level) => 1.0 / (1 << level);

    /// <summary>What names a step that is done on a picture of another size than its own.</summary>
    public static string Mark(MatteSize size) => size == MatteSize.AsNeeded ? "" : $" {size}";

    /// <summary>What is known of the photo at a level; kept.</summary>
    public static MattePicture Picture(LitOperation lit, int level, Drawing drawing) => drawing.Source.Whole.GetOrAdd(new PieceKey<MattePicture>(lit.Key.With($"matte picture"), Scale(level)), () =>
    {
        var small = drawing with { Scale = Scale(level), Pieces = new PieceCache(0), Arena = null };
        // Cells of two by two have half the noise of their pixels.
        var coding = drawing.Photo.Full.Coding.Noise;
        return MattePicture.Of(lit.At(small, small.Whole).Light, level == 0 ? 0 : MathF.Max(coding, Noise(lit, small.At(1))), coding / (1 << level));
    }, drawing.Cancel);

    /// <summary>Noise at full size, of some tiles all over the photo: that of the quieter ones.</summary>
    private static float Noise(LitOperation lit, Drawing full)
    {
        var whole = full.Whole;
        var noises = new List<float>();
        for (var y = 0; y < 3; y++)
        {
            for (var x = 0; x < 4; x++)
            {
                var tile = new Region((2 * x + 1) * whole.Width / 8 - NoiseTile / 2, (2 * y + 1) * whole.Height / 6 - NoiseTile / 2, NoiseTile, NoiseTile).Intersect(whole);
                if (!tile.IsEmpty) noises.Add(MatteNoise.Of(lit.At(full, tile).Light));
            }
        }
        return noises.Order().ElementAt(noises.Count / 4);
    }
}
