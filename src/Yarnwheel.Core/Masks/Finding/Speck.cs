namespace Yarnwheel.Core.Masks.Finding;

/// <summary>What is left over.</summary>
public enum SpeckKind
{
    /// <summary>Faint colour where grey was meant, off any edge.</summary>
    Stray,

    /// <summary>A small piece of mask by itself.</summary>
    Island,

    /// <summary>A small hole in the mask.</summary>
    Pinhole,
}

/// <summary>A patch that the mask of an area has too much or lacks.</summary>
/// <param name="Kind">Which.</param>
/// <param name="X">Its middle, 0 … 1 over the photo's width.</param>
/// <param name="Y">Its middle, 0 … 1 over the photo's height.</param>
/// <param name="Width">Of the box round it, fraction of the photo's width.</param>
/// <param name="Height">Of the box round it, fraction of the photo's height.</param>
/// <param name="Pixels">Its size, pixels of the full-size photo.</param>
/// <param name="Visible">Mean colour that shows, or is missing: OKLab chroma × 100.</param>
public sealed record Speck(SpeckKind Kind, double X, double Y, double Width, double Height, double Pixels, double Visible);
