using System.Numerics;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>Weight, mean and covariance of a set of colours as they are added up.</summary>
/// <param name="about">A colour near the mean: what is added is taken relative to it, so that little is lost to rounding.</param>
internal sealed class Moments(Vector3 about)
{
    private double x, y, z, xx, yy, zz, xy, xz, yz;

    public double Weight { get; private set; }

    public Vector3 Mean => Weight > 0 ? about + new Vector3((float)(x / Weight), (float)(y / Weight), (float)(z / Weight)) : about;

    /// <summary>Weight × variance along the principal axis.</summary>
    public double Spread => Weight > 0 ? Weight * PrincipalAxis().Variance : 0;

    public static Moments Of(ReadOnlySpan<Vector3> colours, ReadOnlySpan<float> weights, int[] indices, int[] owners, int owner)
    {
        Moments? moments = null;
        for (var i = 0; i < indices.Length; i++)
            if (owners[i] == owner) (moments ??= new Moments(colours[indices[i]])).Add(colours[indices[i]], weights[indices[i]]);
        return moments ?? new Moments(Vector3.Zero);
    }

    public void Add(Vector3 colour, double weight)
    {
        double dx = colour.X - about.X, dy = colour.Y - about.Y, dz = colour.Z - about.Z;
        Weight += weight;
        x += weight * dx;
        y += weight * dy;
        z += weight * dz;
        xx += weight * dx * dx;
        yy += weight * dy * dy;
        zz += weight * dz * dz;
        xy += weight * dx * dy;
        xz += weight * dx * dz;
        yz += weight * dy * dz;
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
    public Gaussian ToGaussian(double all)
    {
        var (cxx, cyy, czz, cxy, cxz, cyz) = Covariance();
        const double least = GaussianMixture.LeastDeviation * GaussianMixture.LeastDeviation;
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
