using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Camera;

/// <summary>A thin lens with a round stop: what is off its plane of focus blurs (Potmesil, Chakravarty 1981).</summary>
internal sealed class ThinLens
{
    private readonly Vector3 position;
    private readonly Vector3 right;
    private readonly Vector3 up;
    private readonly Vector3 forward;
    private readonly float halfHeight;
    private readonly float focus;
    private readonly float stopRadius;

    /// <param name="position">Metres.</param>
    /// <param name="target">The point in the middle of the picture.</param>
    /// <param name="verticalAngle">Angle of view, degrees.</param>
    /// <param name="focus">Distance of the plane of focus, metres; 0 for that of the target.</param>
    /// <param name="stopRadius">Radius of the stop, metres; 0 keeps everything sharp.</param>
    public ThinLens(Vector3 position, Vector3 target, float verticalAngle, float focus = 0, float stopRadius = 0)
    {
        this.position = position;
        forward = Vector3.Normalize(target - position);
        right = Vector3.Normalize(Vector3.Cross(forward, Vector3.UnitY));
        up = Vector3.Cross(right, forward);
        halfHeight = MathF.Tan(verticalAngle * MathF.PI / 360);
        this.focus = focus > 0 ? focus : Vector3.Distance(position, target);
        this.stopRadius = stopRadius;
    }

    /// <param name="x">−1 … 1 over the shorter side's scale, to the right.</param>
    /// <param name="y">−1 … 1, upwards.</param>
    /// <param name="u">Two uniform numbers for the place on the lens.</param>
    public Ray Through(float x, float y, Vector2 u)
    {
        var direction = forward + right * (x * halfHeight) + up * (y * halfHeight);
        var disc = Sampling.Disc(u) * stopRadius;
        var origin = position + right * disc.X + up * disc.Y;
        return new Ray(origin, Vector3.Normalize(position + direction * focus - origin));
    }
}
