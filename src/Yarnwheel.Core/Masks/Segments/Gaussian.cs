using System.Numerics;

namespace Yarnwheel.Core.Masks.Segments;

/// <summary>A Gaussian over colours, with its share of a mixture.</summary>
/// <param name="Weight">0 … 1.</param>
/// <param name="Mean">OKLab.</param>
/// <param name="Precision">The inverse of the covariance: xx, yy, zz.</param>
/// <param name="Cross">The inverse of the covariance: xy, xz, yz, twice each.</param>
/// <param name="Peak">Weight × density at the mean.</param>
public readonly record struct Gaussian(float Weight, Vector3 Mean, Vector3 Precision, Vector3 Cross, float Peak);
