using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Refines a rough mask by what the photo shows: local colour models of both sides, learnt from the mask and learnt again from the alpha found.</summary>
/// <remarks>What is found (<see cref="MatteFinder"/>) is believed as far as both models lie apart and the change is larger than its doubt, a little more or less as was learnt (<see cref="AlphaCalibration"/>);
/// then come the guards (<see cref="MatteGuards"/>).</remarks>
internal static class MatteSolver
{
    /// <summary>Squared distance of the two models at which a pixel is half trusted.</summary>
    public const float Told = 2.7f;

    /// <param name="whole">The photo.</param>
    /// <param name="mask">The rough mask, 0 … 1, of the same size.</param>
    /// <param name="radius">How far from the rough contour pixels may change, pixels.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <param name="told">Of each pixel, 1 where somebody marked it inside, −1 outside, 0 where it is not marked; null for nothing.</param>
    /// <param name="isHurried">Whether a hand waits for it: fewer rounds, so that strands go on less far.</param>
    public static MatteSolution Solve(MattePicture whole, float[] mask, double radius, CancellationToken cancel, sbyte[]? told = null, bool isHurried = false)
    {
        var found = MatteFinder.Of(whole, mask, radius, isHurried, cancel);
        var (picture, rough, share) = (found.Picture, found.Rough, found.Share);
        int width = found.Width, height = found.Height;
        var calibration = AlphaCalibration.Of(found, cancel);
        var alpha = calibration.Alpha(found, cancel);
        var bounds = MatteGuards.Lay(alpha, rough, found.Planes.Apart, found.AtFirst, radius, width, height, cancel);
        if (told is not null) MatteGuards.Keep(alpha, rough, bounds, new Plane<sbyte>(whole.Whole, told).Cut(picture.Light.Region).Values, width, height);
        return new MatteSolution(picture, alpha, found.Expected, found.Mixed, share, calibration, MatteBand.Open(alpha, rough, share, width, height), bounds, found.Foreground, found.Background, found.SeenInside, found.SeenOutside);
    }

    /// <summary>How likely a pixel is inside, by what its neighbours were found to be, and by the rough mask: that is wrong by some way, so it counts blurred.</summary>
    public static float Prior(float near, float expected) => Math.Clamp(0.6f * near + 0.4f * expected, 0.02f, 0.98f);

    /// <summary>How far the matte counts against the rough mask, by how far both models lie apart.</summary>
    /// <param name="apart">Squared distance of both.</param>
    /// <param name="told">The one at which it counts half.</param>
    public static float Trust(float apart, float told = Told) => apart * apart / (apart * apart + told * told);
}
