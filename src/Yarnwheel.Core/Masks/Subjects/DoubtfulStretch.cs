namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>A stretch of a subject's contour that could as well run elsewhere.</summary>
/// <param name="X">A place on it, 0 … 1 over the photo's width.</param>
/// <param name="Y">A place on it, 0 … 1 over the photo's height.</param>
/// <param name="Length">Of the stretch, as a fraction of the photo's longer side.</param>
/// <param name="Points">Places along it: x, y, x, y …, 0 … 1.</param>
public sealed record DoubtfulStretch(double X, double Y, double Length, IReadOnlyList<double> Points);
