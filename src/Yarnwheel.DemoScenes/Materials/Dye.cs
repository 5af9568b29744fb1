using System.Numerics;

namespace Yarnwheel.DemoScenes.Materials;

/// <summary>The dye-house's colours as linear albedo; invented.</summary>
internal static class Dye
{
    public static readonly Vector3 Madder = new(0.52f, 0.035f, 0.03f);
    public static readonly Vector3 Rust = new(0.45f, 0.13f, 0.035f);
    public static readonly Vector3 Ochre = new(0.60f, 0.33f, 0.05f);
    public static readonly Vector3 Weld = new(0.75f, 0.60f, 0.07f);
    public static readonly Vector3 Leaf = new(0.13f, 0.29f, 0.05f);
    public static readonly Vector3 Sage = new(0.29f, 0.38f, 0.22f);
    public static readonly Vector3 Teal = new(0.03f, 0.24f, 0.25f);
    public static readonly Vector3 Indigo = new(0.035f, 0.065f, 0.26f);
    public static readonly Vector3 Cornflower = new(0.13f, 0.22f, 0.56f);
    public static readonly Vector3 Plum = new(0.20f, 0.035f, 0.17f);
    public static readonly Vector3 Rose = new(0.67f, 0.20f, 0.26f);
    public static readonly Vector3 Undyed = new(0.72f, 0.66f, 0.54f);
}
