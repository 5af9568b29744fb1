namespace Yarnwheel.Measure.Quality.Subjects.Things;

/// <summary>Things of several colours and materials in difficult surroundings, painted for judging subjects: some that were tuned on, some put aside, of other kinds, some made later and judged once.</summary>
internal static class ThingScenes
{
    private const int W = 640;
    private const int H = 440;

    public static IEnumerable<SubjectScene> All(SceneUse use)
    {
        var (kinds, seed) = use switch { SceneUse.Tuned => (TunedThings.All, 1), SceneUse.Aside => (AsideThings.All, 2), SceneUse.Fresh => (FreshThings.All, 3), SceneUse.Latest => (LatestThings.All, 4), _ => ([], 0) };
        return kinds.Select((kind, k) =>
        {
            var picture = new ThingPicture(W * kind.Scale, H * kind.Scale, 1000 * seed + k);
            kind.Paint(picture);
            return SubjectScenes.Photographed("thing: " + kind.Name, picture.Light, picture.Alpha, picture.Width, picture.Height, kind.IsCompact, kind.Exposure, kind.Grain, kind.Quality);
        });
    }
}
