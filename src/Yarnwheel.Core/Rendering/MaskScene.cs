using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering;

/// <summary>What the parts of masks are drawn from.</summary>
/// <param name="View">The view's light and OKLab.</param>
/// <param name="Light">The light of the whole photo.</param>
/// <param name="Source">The photo.</param>
/// <param name="Pieces">Keeps pieces of this view.</param>
/// <param name="Cancel">Ends the work early.</param>
internal sealed record MaskScene(ViewPlanes View, LightPlan Light, RenderSource Source, PieceCache Pieces, CancellationToken Cancel);
