using System.Diagnostics;
using System.Text.Json;
using Yarnwheel.Core;
using Yarnwheel.Core.Looks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Orders.Book;
using Yarnwheel.Orders.Making;
using Yarnwheel.Orders.Naming;

namespace Yarnwheel.Cli;

/// <summary>Many photos by one recipe or look, several at once.</summary>
internal sealed class Batch
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { DefaultIgnoreCondition = System.Text.Json.Serialization.JsonIgnoreCondition.WhenWritingNull, Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    public required Order Order { get; init; }

    public required IReadOnlyList<string> Photos { get; init; }

    public required Recipe Recipe { get; init; }

    public required Look? Look { get; init; }

    public required LookWish Wish { get; init; }

    /// <summary>What {take} stands for.</summary>
    public required string Take { get; init; }

    public required DirectoryInfo Into { get; init; }

    public required NamePattern Pattern { get; init; }

    public required NameClash Clash { get; init; }

    public required DirectoryInfo? Pictures { get; init; }

    /// <returns>0, or 1 where a photo could not be done.</returns>
    public int Run(int jobs, string? report, CancellationToken cancel)
    {
        Into.Create();
        var names = Names();
        using var lines = report is null ? null : Streams.IsStandard(report) ? Console.Out : new StreamWriter(report, append: Clash == NameClash.Skip) { AutoFlush = true };
        using var progress = new TerminalProgress($"{Photos.Count} photos");
        var gate = new Lock();
        var (done, failed) = (0, 0);
        Parallel.For(0, Photos.Count, new ParallelOptions { MaxDegreeOfParallelism = jobs, CancellationToken = cancel }, k =>
        {
            var watch = Stopwatch.StartNew();
            string? fault = null;
            IReadOnlyList<string> files = [], left = [];
            var isThere = names[k].Fate == NameFate.Skipped;
            try
            {
                if (!isThere) (files, left) = Make(Photos[k], names[k].Name, cancel);
            }
            catch (Exception exception) when (exception is YarnwheelException or CallException or IOException or UnauthorizedAccessException or OutOfMemoryException)
            {
                fault = exception is OutOfMemoryException ? "there is not enough memory for this photo and recipe" : exception.Message;
            }
            lock (gate)
            {
                done++;
                if (fault is not null)
                {
                    failed++;
                    Console.Error.WriteLine($"yarnwheel: {Photos[k]}: {fault}");
                }
                lines?.WriteLine(JsonSerializer.Serialize(new
                {
                    photo = Photos[k],
                    state = fault is not null ? "failed" : isThere ? "there" : "made",
                    files = isThere ? [names[k].Name] : files.Select(f => Path.GetFileName(f)),
                    left = left.Count > 0 ? left : null,
                    fault,
                    milliseconds = Math.Round(watch.Elapsed.TotalMilliseconds),
                }, Json));
                progress.Report((double)done / Photos.Count);
            }
        });
        if (failed > 0) Console.Error.WriteLine($"yarnwheel: {failed} of {Photos.Count} could not be done.");
        return failed > 0 ? 1 : 0;
    }

    private IReadOnlyList<PlannedName> Names()
    {
        var day = DateOnly.FromDateTime(DateTime.Now);
        var parts = Photos.Select((p, i) => new NameParts(Path.GetFileNameWithoutExtension(p), Take, i + 1, Photos.Count, day)).ToList();
        var extension = Order.Kind == OrderKind.Picture ? Order.Settings.Extension : ".png";
        var there = Into.EnumerateFiles().Select(f => f.Name).ToHashSet(StringComparer.OrdinalIgnoreCase);
        return NamePlan.Of(Pattern, parts, extension, Clash, there.Contains);
    }

    private (IReadOnlyList<string> Files, IReadOnlyList<string> Left) Make(string photo, string name, CancellationToken cancel)
    {
        var path = Path.Combine(Into.FullName, name);
        if (Inputs.Target(photo) == Inputs.Target(path)) throw new CallException("the copy would take the photo's place; an original is never written over");
        var source = Inputs.Photo(photo, Pictures, 1, cancel);
        IReadOnlyList<string> left = [];
        var recipe = Recipe;
        if (Look is not null) (recipe, left) = CopyMaking.Laid(recipe, source.Renderer, Look, Wish, cancel);
        return (CopyMaking.Make(Order, source, recipe, path, null, cancel), left);
    }
}
