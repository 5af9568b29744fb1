using System.Globalization;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Rendering;

/// <summary>All that a view needs of the photo once the light is set: its light and its OKLab.</summary>
internal sealed class ViewPlanes
{
    private readonly float[]?[] bases = new float[]?[4];
    private readonly PlaneArena? arena;

    private ViewPlanes(View view, string key, Planes light, LabPlanes lab, LabPlanes wide, Region wideRegion, PlaneArena? arena)
    {
        this.arena = arena;
        View = view;
        Key = key;
        Light = light;
        Lab = lab;
        Wide = wide;
        WideRegion = wideRegion;
    }

    public View View { get; }

    /// <summary>A text that stands for the view and its light, for keys.</summary>
    public string Key { get; }

    public Planes Light { get; }

    /// <summary>OKLab of the view.</summary>
    public LabPlanes Lab { get; }

    /// <summary>OKLab of the view and a halo round it, for filters that look at neighbours.</summary>
    public LabPlanes Wide { get; }

    /// <summary>Where <see cref="Wide"/> lies, in pixels at the scale.</summary>
    public Region WideRegion { get; }

    public int Width => Light.Width;

    public int Height => Light.Height;

    public long Bytes => 4L * Width * Height * 4 + Lab.Bytes + Wide.Bytes;

    /// <inheritdoc cref="Key"/>
    public static string KeyOf(View view, LightPlan light) => string.Create(CultureInfo.InvariantCulture, $"{view} {light.Key}");

    /// <summary>The planes of a view, or those drawn before.</summary>
    public static ViewPlanes Kept(Pyramid photo, View view, LightPlan light, PieceCache pieces, CancellationToken cancel) =>
        pieces.GetOrAdd($"view {KeyOf(view, light)}", () => Draw(photo, view, light, pieces.Arena, cancel), p => p.Bytes);

    public static ViewPlanes Draw(Pyramid photo, View view, LightPlan light, CancellationToken cancel) => Draw(photo, view, light, null, cancel);

    private static ViewPlanes Draw(Pyramid photo, View view, LightPlan light, PlaneArena? arena, CancellationToken cancel)
    {
        var key = KeyOf(view, light);
        var halo = CalmFilter.Halo(view.Scale);
        var region = view.Region;
        var wideRegion = new Region(region.X - halo, region.Y - halo, region.Width + 2 * halo, region.Height + 2 * halo)
            .Intersect(new Region(0, 0, AreaSampler.Extent(photo.Width, view.Scale), AreaSampler.Extent(photo.Height, view.Scale)));
        var wideLight = AreaSampler.Draw(photo, wideRegion, view.Scale, arena, cancel);
        var wide = new LabPlanes(wideRegion.Width, wideRegion.Height, arena);
        Rows.Each(wide.Height, light.Scratch(wide.Width), (y, scratch) =>
        {
            if (!light.IsNeutral) light.Row(wideLight.Row(y), RowPlace.At(wideRegion.X, wideRegion.Y + y, view.Scale), scratch);
            var at = y * wide.Width;
            OkLab.FromLinear(wideLight.Row(y), wide.L.AsSpan(at, wide.Width), wide.A.AsSpan(at, wide.Width), wide.B.AsSpan(at, wide.Width));
        }, cancel);
        if (wideRegion == region) return new ViewPlanes(view, key, wideLight, wide, wide, wideRegion, arena);

        var inner = new Planes(region.Width, region.Height, arena);
        var lab = new LabPlanes(region.Width, region.Height, arena);
        Rows.Each(region.Height, y =>
        {
            var from = (region.Y - wideRegion.Y + y) * wide.Width + region.X - wideRegion.X;
            var into = y * region.Width;
            foreach (var (source, target) in (ReadOnlySpan<(float[], float[])>)
            [
                (wideLight.Red, inner.Red), (wideLight.Green, inner.Green), (wideLight.Blue, inner.Blue), (wide.L, lab.L), (wide.A, lab.A), (wide.B, lab.B),
            ])
                source.AsSpan(from, region.Width).CopyTo(target.AsSpan(into));
        }, cancel);
        return new ViewPlanes(view, key, inner, lab, wide, wideRegion, arena);
    }

    /// <summary>The lightness a basis gives each pixel.</summary>
    public float[] Base(GreyBasis basis)
    {
        if (bases[(int)basis] is { } known) return known;
        var plane = arena?.Take(Width * Height) ?? new float[Width * Height];
        Rows.Each(Height, y =>
        {
            GreyConversion.BaseLightness(basis, Light.Row(y), Lab.L.AsSpan(y * Width, Width), plane.AsSpan(y * Width, Width));
        });
        return bases[(int)basis] = plane;
    }
}
