using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Treatments;

/// <summary>What local contrast, fine detail and haze need of the whole photo; found once, on the photo as it came.</summary>
internal sealed class DetailMaps : IPiece
{
    private const int CoarseSide = 400;
    private const int FineSide = 1600;
    private const int CoarseRadius = 10;      // 2.5 % of the longer side
    private const int FineRadius = 3;         // 0.2 % of the longer side
    private const float CoarseSpread = 0.07f; // steps of lightness above this count as edges
    private const float FineSpread = 0.05f;

    private DetailMaps(GuidedBase coarse, GuidedBase fine, HazeMap haze)
    {
        Coarse = coarse;
        Fine = fine;
        Haze = haze;
    }

    /// <summary>The base that local contrast is measured from.</summary>
    public GuidedBase Coarse { get; }

    /// <summary>The base that fine detail is measured from.</summary>
    public GuidedBase Fine { get; }

    public HazeMap Haze { get; }

    public long Bytes => Coarse.Bytes + Fine.Bytes + Haze.Bytes;

    public static DetailMaps Of(Pyramid photo, CancellationToken cancel)
    {
        var (small, smallScale) = Reduced(photo, CoarseSide, cancel);
        var (large, largeScale) = Reduced(photo, FineSide, cancel);
        var smallLightness = Lightness(small);
        var largeLightness = Lightness(large);
        return new DetailMaps(
            GuidedBase.Of(smallLightness, smallLightness, small.Width, small.Height, smallScale, CoarseRadius, CoarseSpread * CoarseSpread, cancel),
            GuidedBase.Of(largeLightness, largeLightness, large.Width, large.Height, largeScale, FineRadius, FineSpread * FineSpread, cancel),
            HazeMap.Of(small, smallLightness, smallScale, cancel));
    }

    /// <summary>Lightness of a row of linear light: the cube root of its luminance.</summary>
    public static void Lightness(LightRow light, Span<float> lightness)
    {
        GreyConversion.BaseLightness(GreyBasis.Luminance, light, [], lightness);
    }

    private static float[] Lightness(LightPlanes planes)
    {
        var lightness = new float[planes.Region.Area];
        Lightness(new LightRow(planes.Red, planes.Green, planes.Blue), lightness);
        return lightness;
    }

    private static (LightPlanes Planes, double Scale) Reduced(Pyramid photo, int side, CancellationToken cancel)
    {
        var scale = Math.Min(1, side / (double)Math.Max(photo.Width, photo.Height));
        var region = new Region(0, 0, AreaSampler.Extent(photo.Width, scale), AreaSampler.Extent(photo.Height, scale));
        return (AreaSampler.Draw(photo, region, scale, cancel), scale);
    }
}
