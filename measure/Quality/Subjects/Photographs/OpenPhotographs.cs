using Yarnwheel.Codecs;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Measure.Quality.Subjects.Photographs;

/// <summary>Open photographs with traced subjects, at no more than 1.3 megapixels. They are fetched by <c>measure/open-pictures</c>.</summary>
internal static class OpenPhotographs
{
    private const int Most = 1_300_000;

    private static readonly PhotoReader Reader = new(new PhotoLimits());

    public static IEnumerable<SubjectScene> All(bool aside) => Outlines.All.Where(o => o.IsAside == aside).Select(Of);

    private static SubjectScene Of(Outlined outlined)
    {
        var pyramid = Pyramid.Build(Reader.Read(Path.Combine(Folder(), outlined.File)).Pixels);
        var level = 0;
        while (pyramid.Level(level).Width * pyramid.Level(level).Height > Most) level++;
        var photo = pyramid.Level(level);
        var canvas = new Canvas(photo.Width, photo.Height, 2);
        canvas.Fill(0, 0, photo.Width, photo.Height, (x, y) => outlined.Ways.Count(w => Covers(w, 100 * x / photo.Width, 100 * y / photo.Height)) % 2 == 1);
        SubjectScenes.Light(photo, out var rgb);
        return SubjectScene.Of("photograph: " + outlined.Name, rgb, photo.Width, photo.Height, canvas.Alpha(), isCompact: false);
    }

    /// <summary>Whether they were fetched.</summary>
    public static bool AreThere => Directory.Exists(Expected());

    private static string Folder() => AreThere ? Expected() : throw new DirectoryNotFoundException($"The open photographs are not there: measure/open-pictures fetches them to {Expected()}.");

    private static string Expected()
    {
        var cache = Environment.GetEnvironmentVariable("XDG_CACHE_HOME") ?? Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.UserProfile), ".cache");
        return Environment.GetEnvironmentVariable("YARNWHEEL_OPEN_PICTURES") ?? Path.Combine(cache, "yarnwheel-open-pictures");
    }

    /// <summary>Whether a place lies in a closed way: a ray from it crosses the way an odd number of times.</summary>
    private static bool Covers(double[] way, double x, double y)
    {
        var inside = false;
        for (int i = 0, last = way.Length - 2; i < way.Length; last = i, i += 2)
        {
            if (way[i + 1] > y != way[last + 1] > y && x < way[i] + (y - way[i + 1]) / (way[last + 1] - way[i + 1]) * (way[last] - way[i])) inside = !inside;
        }
        return inside;
    }
}
