using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Examining;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Shelves;

/// <summary>Puts the demo photos on the Shelf.</summary>
internal sealed class DemoShelf(PhotoLibrary all, DataFolder folder, PhotoLimits limits, IWebHostEnvironment environment)
{
    // What ships with the application needs no process of its own to be read in.
    private readonly PhotoLibrary library = all.With(new PhotoExaminer(limits));

    private string Mark => Path.Combine(folder.Root, "demo-added");

    private static string Demo => Path.Combine(AppContext.BaseDirectory, "demo");

    /// <summary>Adds them once to a new data folder; ones that were removed do not come back by themselves.</summary>
    public async Task AddOnceAsync(CancellationToken cancel)
    {
        if (File.Exists(Mark)) return;
        await AddAsync(cancel);
    }

    public async Task AddAsync(CancellationToken cancel)
    {
        foreach (var path in Photos())
        {
            var recipePath = Path.ChangeExtension(path, ".recipe.json");
            var recipe = File.Exists(recipePath) ? RecipeJson.Parse(await File.ReadAllBytesAsync(recipePath, cancel)) : null;
            await using var file = File.OpenRead(path);
            await library.AddAsync(file, Path.GetFileName(path), recipe, cancel);
        }
        await File.WriteAllTextAsync(Mark, environment.ApplicationName, cancel);
    }

    private static IEnumerable<string> Photos() =>
        Directory.Exists(Demo) ? Directory.EnumerateFiles(Demo, "*.jpg").Order(StringComparer.Ordinal) : [];
}
