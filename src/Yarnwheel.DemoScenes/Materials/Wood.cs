using System.Numerics;
using Yarnwheel.DemoScenes.Geometry;
using Yarnwheel.DemoScenes.Tracing;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>Sawn wood: growth rings stretched along the grain, pores, a little wear; optionally boards with gaps.</summary>
/// <param name="early">Albedo between the rings.</param>
/// <param name="late">Albedo of the rings.</param>
/// <param name="grain">The direction of the grain, length 1.</param>
/// <param name="board">Width of a board across the grain in metres, 0 for one piece.</param>
/// <param name="coat">Reflectance of its varnish, 0 for bare wood.</param>
internal sealed class Wood(Vector3 early, Vector3 late, Vector3 grain, float board = 0, float coat = 0.03f) : Material
{
    private readonly (Vector3 S, Vector3 T) across = Sampling.Frame(grain);

    public override Surface At(in Hit hit)
    {
        var p = hit.Point;
        var along = Vector3.Dot(p, grain);
        var s = Vector3.Dot(p, across.S);
        var t = Vector3.Dot(p, across.T);
        var index = 0;
        var gap = 1f;
        if (board > 0)
        {
            // The boards lie side by side in the plane of the surface, along whichever of the two directions lies in it.
            var side = MathF.Abs(Vector3.Dot(hit.Normal, across.S)) < 0.7f ? s : t;
            index = (int)MathF.Floor(side / board);
            var edge = board / 2 - MathF.Abs(side - (index + 0.5f) * board);
            gap = Math.Clamp((edge - 0.0012f) / 0.0015f, 0, 1);
        }
        var own = Noise.Hash(index, 5, 11);
        var centre = new Vector2((own - 0.5f) * 0.3f, 0.06f + own * 0.1f);
        var bend = Noise.Fractal(new Vector3(along * 2.2f, s * 6, t * 6 + index * 7), 3) * 0.02f;
        var ring = new Vector2(s - centre.X + bend, t - centre.Y + bend).Length() * 190 + own * 10;
        var cycle = ring - MathF.Floor(ring);
        var lateness = MathF.Pow(cycle, 3) * (1 - MathF.Pow(cycle, 14));
        var pores = Noise.Fractal(new Vector3(along * 26, s * 900, t * 900), 3);
        var wear = Noise.Fractal(new Vector3(along * 5, s * 14, t * 14 + index * 3), 4);
        var colour = Vector3.Lerp(early, late, Math.Clamp(lateness + 0.25f * pores, 0, 1)) * (1 + 0.28f * wear) * (0.8f + 0.4f * own);
        colour *= 0.06f + 0.94f * gap;
        var tilt = across.S * (pores * 0.06f) + across.T * (pores * 0.06f);
        return new Surface
        {
            Albedo = Vector3.Clamp(colour, Vector3.Zero, new Vector3(0.9f)),
            Normal = Vector3.Normalize(hit.Normal + tilt),
            Coat = coat,
            Roughness = 0.45f + 0.2f * MathF.Abs(wear),
        };
    }
}
