using Yarnwheel.Codecs;
using Yarnwheel.Core.Photos;

namespace Yarnwheel.Measure.Quality.Photographs;

/// <summary>Open photographs, fetched by <c>measure/open-pictures</c>.</summary>
internal static class OpenPhotographs
{
    private static readonly PhotoReader Reader = new(new PhotoLimits());

    /// <summary>Whether they were fetched.</summary>
    public static bool AreThere => Directory.Exists(Expected());

    /// <summary>The names of their files, those apart of which nothing was tuned on.</summary>
    public static IEnumerable<string> Files(bool aside) => Outlines.All.GroupBy(o => o.File).Where(f => f.All(o => o.Use == OutlineUse.Aside) == aside).Select(f => f.Key);

    /// <summary>A photograph at its full size and smaller ones.</summary>
    /// <param name="file">Its name.</param>
    /// <exception cref="FileNotFoundException">It was not fetched.</exception>
    public static Pyramid Read(string file) => Pyramid.Build(Reader.Read(PathOf(file)).Pixels);

    private static string PathOf(string file) => Path.Combine(Expected(), file) is var path && File.Exists(path) ? path
        : throw new FileNotFoundException($"An open photograph is not there, {file}: measure/open-pictures fetches all of them to {Expected()}.");

    private static string Expected()
    {
        var cache = Environment.GetEnvironmentVariable("XDG_CACHE_HOME") ?? Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.UserProfile), ".cache");
        return Environment.GetEnvironmentVariable("YARNWHEEL_OPEN_PICTURES") ?? Path.Combine(cache, "yarnwheel-open-pictures");
    }
}
