using System.Globalization;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Orders.Book;
using Yarnwheel.Orders.Queue;

namespace Yarnwheel.Measure.Speed;

/// <summary>A set of copies through the job engine, beside one copy after the other: time a picture, pictures a minute, memory.</summary>
internal static class SetTable
{
    public static void Print(int photos, int megapixels)
    {
        using var material = new Material();
        var path = material.Jpeg(megapixels);
        var single = Child.Run(["copy", path, "3"], []);
        Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"one copy of {megapixels} MP, three areas, warm: {single[0]:F0} ms, at most {single[1]:F0} MB"));
        Console.WriteLine("| workers | time a picture | of the single copy | pictures a minute | memory at most |");
        Console.WriteLine("|---|---|---|---|---|");
        foreach (var workers in (int[])[1, 2, 3])
        {
            var set = Child.Run(["set", path, photos.ToString(CultureInfo.InvariantCulture), workers.ToString(CultureInfo.InvariantCulture)], []);
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"| {workers} | {set[0]:F0} ms | {set[0] / single[0]:F2} × | {60_000 / set[0]:F0} | {set[1]:F0} MB |"));
        }
    }

    /// <summary>What the process of its own does: prints milliseconds a picture, the first of each worker left out, and the most memory it held, MB.</summary>
    public static async Task RunAsync(string path, int photos, int workers)
    {
        var data = Directory.CreateTempSubdirectory("yarnwheel-set-").FullName;
        try
        {
            Directory.CreateDirectory(Path.Combine(data, "originals"));
            File.Copy(path, Path.Combine(data, "originals", "a.jpg"));
            var builder = Host.CreateEmptyApplicationBuilder(new HostApplicationBuilderSettings());
            builder.Services.AddOrders(data, JobStore.In(data), workers);
            using var host = builder.Build();
            var book = host.Services.GetRequiredService<OrderBook>();
            var order = Begin(book, photos);
            await host.Services.GetRequiredService<OrderQueue>().GoOnAsync(order);
            await host.StartAsync();
            while (book.StateOf(order).Phase != OrderPhase.Ended) await Task.Delay(100);
            await host.StopAsync();
            var ends = book.StateOf(order).Pictures.Select(p => p.Result!.At).Order().ToList();
            // The first of each worker warms up.
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{(ends[^1] - ends[workers - 1]).TotalMilliseconds / Math.Max(1, photos - workers):F1} {Child.Peak("VmHWM"):F0}"));
        }
        finally
        {
            Directory.Delete(data, recursive: true);
        }
    }

    private static Order Begin(OrderBook book, int photos)
    {
        Recipe recipe = Material.ThreeAreas;
        return book.Add(new Order
        {
            Id = "",
            Title = "",
            CreatedAt = default,
            Settings = new CopySettings(),
            Pictures = [.. Enumerable.Range(1, photos).Select(n => new OrderPicture(n, "a", "Take 1", "originals/a.jpg", string.Create(CultureInfo.InvariantCulture, $"{n}.jpg")))],
        }, _ => recipe);
    }
}
