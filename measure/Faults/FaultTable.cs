using System.Diagnostics;
using Yarnwheel.Codecs;
using Yarnwheel.Faults;
using Yarnwheel.Measure.Speed;

namespace Yarnwheel.Measure.Faults;

/// <summary>What the application bears, at length: the program that ./run starts is killed, sent spoilt files, dragged by many, and watched in its memory.</summary>
internal static class FaultTable
{
    /// <param name="program">Path of yarnwheel-web.dll, published.</param>
    /// <param name="kills">How often it is killed.</param>
    /// <param name="files">How many spoilt files are sent.</param>
    /// <param name="photos">How many photos of 24 megapixels are opened.</param>
    /// <param name="seed">Of what is random.</param>
    public static async Task PrintAsync(string program, int kills, int files, int photos, int seed)
    {
        Console.WriteLine("| what | outcome |\n|---|---|");
        using (var server = new Server(program))
        {
            await server.StartAsync();
            var outcome = await Kills.RunAsync(server, kills, seed);
            Row($"{kills} kills while editing", $"{outcome.Acknowledged} edits answered, {outcome.Lost} lost, {outcome.Unreached} steps not reached by undo");
        }
        using (var server = new Server(program))
        {
            await server.StartAsync();
            var takes = await EightAsync(server);
            // The first frames compile the code.
            await Drags.RunAsync(server, takes, 20);
            await DragAsync(server, takes, "at a hand's pace, 60 moves a second", Drags.HandPace);
            await DragAsync(server, takes, "as fast as frames come", null);
            Row("1,000 windows that listen", $"{await Drags.ListeningAsync(server, takes[0], 1000)} heard of an edit");
            var (shelf, ended) = await Uploads.SlowAsync(server, 200, TimeSpan.FromSeconds(15));
            Row("200 files sent byte by byte", $"the Shelf took {shelf:F0} ms meanwhile; {ended} let go after five seconds");
        }
        await MemoryAsync(program, files, photos, seed);
    }

    private static async Task DragAsync(Server server, IReadOnlyList<int> takes, string how, TimeSpan? pace)
    {
        var alone = await Drags.RunAsync(server, [takes[0]], 300, pace);
        var together = await Drags.RunAsync(server, takes, 100, pace);
        Row($"one Bench dragging {how}", $"median {alone.Median:F1} ms, p95 {alone.Late:F1} ms");
        Row($"eight Benches at once, {how}", $"median {together.Median:F1} ms, p95 {together.Late:F1} ms = {together.Late / alone.Late:F1} × (goal 4), {together.Failed} failed");
    }

    private static async Task MemoryAsync(string program, int files, int photos, int seed)
    {
        using var material = new Material();
        using var server = new Server(program);
        await server.StartAsync();
        var large = await File.ReadAllBytesAsync(material.Jpeg(24));
        (await server.AddAsync(large, "large.jpg")).EnsureSuccessStatusCode();
        Row("memory: idle, one photo of 24 MP on the Shelf", await RestAsync(server));
        var outcome = await Uploads.DamagedAsync(server, Good(material), files, seed);
        Row($"after {files} spoilt files ({outcome.Taken} taken, {outcome.Refused} refused, {outcome.Wrong} otherwise)", await RestAsync(server));
        var takes = new List<int>();
        for (var k = 0; k < photos; k++)
        {
            // A comment behind the head makes another file of the same picture.
            byte[] comment = [0xFF, 0xFE, 0, 6, .. "0000"u8];
            BitConverter.TryWriteBytes(comment.AsSpan(4), k);
            (await server.AddAsync([.. large[..2], .. comment, .. large[2..]], $"photo {k}.jpg")).EnsureSuccessStatusCode();
            takes.Add(await server.TakeAsync());
        }
        await MemoryCourse.OpenAsync(server, takes);
        Row($"after {photos} photos of 24 MP opened in turn", await RestAsync(server));
        await MemoryCourse.CopyAsync(server, takes[0], 10);
        Row("after ten copies of 24 MP", await RestAsync(server));
        // Photos that nobody works on are let go after ten minutes.
        await Task.Delay(TimeSpan.FromMinutes(12));
        Row("twelve minutes later", $"{server.Megabytes("VmRSS"):F0} MB");
        Row("the most it held", $"{server.Megabytes("VmHWM"):F0} MB");
    }

    /// <summary>At once, and a minute later.</summary>
    private static async Task<string> RestAsync(Server server)
    {
        var now = server.Megabytes("VmRSS");
        await Task.Delay(TimeSpan.FromSeconds(70));
        return $"{now:F0} MB, a minute later {server.Megabytes("VmRSS"):F0} MB";
    }

    private static async Task<IReadOnlyList<int>> EightAsync(Server server)
    {
        using var material = new Material();
        var jpeg = await File.ReadAllBytesAsync(material.Jpeg(6));
        for (var k = 0; k < 8; k++)
        {
            byte[] comment = [0xFF, 0xFE, 0, 3, (byte)k];
            (await server.AddAsync([.. jpeg[..2], .. comment, .. jpeg[2..]], $"p{k}.jpg")).EnsureSuccessStatusCode();
        }
        return await server.TakesAsync();
    }

    private static List<(byte[] Bytes, string Name)> Good(Material material)
    {
        var rgb = new byte[3 * 120 * 80];
        new Random(1).NextBytes(rgb);
        return [(FrameEncoder.Png(rgb, 120, 80), "a.png"), (FrameEncoder.Jpeg(rgb, 120, 80, 80, fullColour: false), "a.jpg"), (File.ReadAllBytes(material.Jpeg(1)), "b.jpg")];
    }

    private static void Row(string what, string outcome) => Console.WriteLine($"| {what} | {outcome} |");
}
