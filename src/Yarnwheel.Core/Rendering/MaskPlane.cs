using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Rendering;

/// <summary>Regions of a plane of values.</summary>
internal static class MaskPlane
{
    /// <summary>The part of a plane that lies in another region; the plane itself where both are the same.</summary>
    public static float[] Cut(float[] plane, Region from, Region to)
    {
        if (from == to) return plane;
        var result = new float[to.Width * to.Height];
        for (var y = 0; y < to.Height; y++) plane.AsSpan((to.Y - from.Y + y) * from.Width + to.X - from.X, to.Width).CopyTo(result.AsSpan(y * to.Width));
        return result;
    }

    /// <summary>A view of a mask of which a region was worked on.</summary>
    public static float[] Pasted(float[] worked, Region at, float[] mask, Region wide, Region view)
    {
        if (at == view) return worked;
        if (at.Intersect(view) == view) return Cut(worked, at, view);
        var result = (float[])(wide == view ? mask.Clone() : Cut(mask, wide, view));
        var both = at.Intersect(view);
        for (var y = both.Y; y < both.Bottom; y++)
            worked.AsSpan((y - at.Y) * at.Width + both.X - at.X, both.Width).CopyTo(result.AsSpan((y - view.Y) * view.Width + both.X - view.X));
        return result;
    }
}
