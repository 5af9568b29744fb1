using System.Numerics;

namespace Yarnwheel.Core.Masks.Segments;

/// <summary>Weight, mean and covariance of a set of colours as they are added up.</summary>
/// <param name="about">A colour near the mean: what is added is taken relative to it, so that little is lost to rounding.</param>
internal sealed class Moments(Vector3 about)
{
    private double x, y, z, xx, yy, zz, xy, xz, yz;

    public double Weight { get; private set; }

    public Vector3 Mean => Weight > 0 ? about + new Vector3((float)(x / Weight), (float)(y / Weight), (float)(z / Weight)) : about;

    /// <summary>Weight × variance along the principal axis.</summary>
    public double Spread => Weight > 0 ? Weight * PrincipalAxis().Variance : 0;

    /// <summary>Of those colours that have one owner.</summary>
    public static Moments Of(ReadOnlySpan<Vector3> colours, ReadOnlySpan<float> weights, ReadOnlySpan<int> owners, int owner)
    {
        var first = owners.IndexOf(owner);
        if (first < 0) return new Moments(Vector3.Zero);
        var own = new float[weights.Length];
        for (var i = first; i < own.Length; i++) if (owners[i] == owner) own[i] = weights[i];
        var moments = new Moments(colours[first]);
        moments.Add(colours, own);
        return moments;
    }

    /// <summary>Adds colours; those of no weight say nothing.</summary>
    /// <param name="colours">OKLab.</param>
    /// <param name="weights">Of the colours, 0 or more.</param>
    public void Add(ReadOnlySpan<Vector3> colours, ReadOnlySpan<float> weights)
    {
        // Apart from the fields, so that the sums stay in registers.
        double all = Weight, sx = x, sy = y, sz = z, sxx = xx, syy = yy, szz = zz, sxy = xy, sxz = xz, syz = yz;
        double ox = about.X, oy = about.Y, oz = about.Z;
        for (var i = 0; i < weights.Length; i++)
        {
            double weight = weights[i];
            if (weight <= 0) continue;
            double dx = colours[i].X - ox, dy = colours[i].Y - oy, dz = colours[i].Z - oz;
            double wx = weight * dx, wy = weight * dy, wz = weight * dz;
            all += weight;
            sx += wx;
            sy += wy;
            sz += wz;
            sxx += wx * dx;
            syy += wy * dy;
            szz += wz * dz;
            sxy += wx * dy;
            sxz += wx * dz;
            syz += wy * dz;
        }
        (Weight, x, y, z, xx, yy, zz, xy, xz, yz) = (all, sx, sy, sz, sxx, syy, szz, sxy, sxz, syz);
    }

    /// <summary>The direction of the largest variance (power iteration), and that variance.</summary>
    public (Vector3 Axis, float Variance) PrincipalAxis()
    {
        var (cxx, cyy, czz, cxy, cxz, cyz) = Covariance();
        var axis = cxx >= cyy && cxx >= czz ? new Vector3(1, 0.1f, 0.05f) : cyy >= czz ? new Vector3(0.1f, 1, 0.05f) : new Vector3(0.1f, 0.05f, 1);
        for (var round = 0; round < 24; round++)
        {
            var turned = new Vector3(
                (float)(cxx * axis.X + cxy * axis.Y + cxz * axis.Z), (float)(cxy * axis.X + cyy * axis.Y + cyz * axis.Z), (float)(cxz * axis.X + cyz * axis.Y + czz * axis.Z));
            if (turned.LengthSquared() < 1e-24f) return (Vector3.UnitX, 0);
            axis = Vector3.Normalize(turned);
        }
        var variance = cxx * axis.X * axis.X + cyy * axis.Y * axis.Y + czz * axis.Z * axis.Z + 2 * (cxy * axis.X * axis.Y + cxz * axis.X * axis.Z + cyz * axis.Y * axis.Z);
        return (axis, (float)variance);
    }

    /// <param name="all">Weight of the whole mixture.</param>
    /// <param name="deviation">Least standard deviation along any axis, OKLab.</param>
    public Gaussian ToGaussian(double all, double deviation)
    {
        var (cxx, cyy, czz, cxy, cxz, cyz) = Covariance();
        var least = deviation * deviation;
        cxx += least;
        cyy += least;
        czz += least;
        double ixx = cyy * czz - cyz * cyz, iyy = cxx * czz - cxz * cxz, izz = cxx * cyy - cxy * cxy;
        double ixy = cxz * cyz - cxy * czz, ixz = cxy * cyz - cxz * cyy, iyz = cxy * cxz - cxx * cyz;
        var determinant = cxx * ixx + cxy * ixy + cxz * ixz;
        var weight = Weight / all;
        return new Gaussian((float)weight, Mean,
            new Vector3((float)(ixx / determinant), (float)(iyy / determinant), (float)(izz / determinant)),
            new Vector3((float)(2 * ixy / determinant), (float)(2 * ixz / determinant), (float)(2 * iyz / determinant)),
            (float)(weight / Math.Sqrt(Math.Pow(2 * Math.PI, 3) * determinant)));
    }

    private (double, double, double, double, double, double) Covariance()
    {
        if (Weight <= 0) return default;
        double mx = x / Weight, my = y / Weight, mz = z / Weight;
        return (xx / Weight - mx * mx, yy / Weight - my * my, zz / Weight - mz * mz, xy / Weight - mx * my, xz / Weight - mx * mz, yz / Weight - my * mz);
    }
}
