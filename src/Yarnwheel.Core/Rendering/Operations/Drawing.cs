using System.Numerics;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering.Cache;

namespace Yarnwheel.Core.Rendering.Operations;

/// <summary>One picture being drawn: of which photo, how large, and where its pieces are kept.</summary>
/// <param name="Source">The photo, and what is known of it as a whole.</param>
/// <param name="Scale">Pixels a photo pixel.</param>
/// <param name="Pieces">Keeps pieces of regions.</param>
/// <param name="Arena">Where planes take their memory that end with the picture; null where they are kept.</param>
/// <param name="Cancel">Ends the work early.</param>
internal sealed record Drawing(RenderSource Source, double Scale, PieceCache Pieces, PlaneArena? Arena, CancellationToken Cancel)
{
    public Pyramid Photo => Source.Photo;

    /// <summary>The whole photo at this scale.</summary>
    public Region Whole => new(0, 0, AreaSampler.Extent(Photo.Width, Scale), AreaSampler.Extent(Photo.Height, Scale));

    /// <summary>The same at another scale.</summary>
    public Drawing At(double scale) => this with { Scale = scale };

    /// <summary>A region with a halo round it, as far as there is photo.</summary>
    public Region Widen(Region region, int halo) => region.Widen(Rounded(halo)).Intersect(Whole);

    /// <summary>A halo rounded up to a power of two or half-way between two: as a setting is dragged, what is asked of the step before stays the same.</summary>
    public static int Rounded(int halo)
    {
        if (halo <= 4) return Math.Max(0, halo);
        var above = (int)BitOperations.RoundUpToPowerOf2((uint)halo);
        return halo <= above * 3 / 4 ? above * 3 / 4 : above;
    }
}
