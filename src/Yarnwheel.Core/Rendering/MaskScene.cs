using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering;

/// <summary>What the parts of masks are drawn from.</summary>
/// <param name="View">The view's light and OKLab.</param>
/// <param name="Light">The light of the whole photo.</param>
/// <param name="Source">The photo.</param>
/// <param name="Pieces">Keeps pieces of this view.</param>
/// <param name="Cancel">Ends the work early.</param>
internal sealed record MaskScene(ViewPlanes View, LightPlan Light, RenderSource Source, PieceCache Pieces, CancellationToken Cancel)
{
    /// <summary>The view with a halo round it, as far as there is photo.</summary>
    public MaskScene Widened(int halo)
    {
        var photo = Source.Photo;
        var view = View.View;
        var whole = new Region(0, 0, AreaSampler.Extent(photo.Width, view.Scale), AreaSampler.Extent(photo.Height, view.Scale));
        var region = new Region(view.Region.X - halo, view.Region.Y - halo, view.Region.Width + 2 * halo, view.Region.Height + 2 * halo).Intersect(whole);
        return region == view.Region ? this : this with { View = ViewPlanes.Kept(photo, view with { Region = region }, Light, Pieces, Cancel) };
    }
}
