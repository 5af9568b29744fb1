namespace Yarnwheel.Core.Imaging;

/// <summary>Planes that are still to be written: what is in them is left over, and nobody spent time on clearing it.</summary>
internal static class UnsetPlane
{
    /// <param name="region">Where it lies.</param>
    public static Plane<float> Of(Region region) => new(region, GC.AllocateUninitializedArray<float>((int)region.Area));
}
