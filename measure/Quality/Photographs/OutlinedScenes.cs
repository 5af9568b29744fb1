using Yarnwheel.Measure.Quality.Subjects;

namespace Yarnwheel.Measure.Quality.Photographs;

/// <summary>Open photographs with traced subjects, at no more than 1.3 megapixels.</summary>
internal static class OutlinedScenes
{
    private const int Most = 1_300_000;

    public static IEnumerable<SubjectScene> All(OutlineUse use) => Outlines.All.Concat(LearningOutlines.All).Where(o => o.Use == use).Select(Of);

    private static SubjectScene Of(Outlined outlined)
    {
        var pyramid = OpenPhotographs.Read(outlined.File);
        var level = 0;
        while (pyramid.Level(level).Width * pyramid.Level(level).Height > Most) level++;
        var photo = pyramid.Level(level);
        var canvas = new Canvas(photo.Width, photo.Height, 2);
        canvas.Fill(0, 0, photo.Width, photo.Height, (x, y) => outlined.Ways.Count(w => Covers(w, 100 * x / photo.Width, 100 * y / photo.Height)) % 2 == 1);
        SubjectScenes.Light(photo, out var rgb);
        return SubjectScene.Of("photograph: " + outlined.Name, rgb, photo.Width, photo.Height, canvas.Alpha(), isCompact: false);
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
