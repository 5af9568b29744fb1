using System.Diagnostics;
using System.Net;
using Yarnwheel.Faults;

namespace Yarnwheel.Web.Tests;

/// <summary>A disk that is full, read-only, or held by another: said with words, and what was acknowledged stays.</summary>
public sealed class DiskTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    private static object Edit(long revision, double colour) => new { revision, label = "Colour", window = "w", change = new[] { new { op = "replace", path = "/ground/colour", value = colour } } };

    [Fact]
    public async Task A_database_that_another_holds_is_waited_for_and_then_said()
    {
        var take = await app.AddTakeAsync();
        using var other = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(app.Data, "yarnwheel.db")};Pooling=False");
        other.Open();
        using (var held = other.BeginTransaction(deferred: false))
        {
            var refused = await app.PostAsync($"/bench/{take}/edit", Edit(1, 40));
            Assert.Equal(HttpStatusCode.ServiceUnavailable, refused.StatusCode);
            Assert.Contains("Another program holds the database", await refused.Content.ReadAsStringAsync());
            // What only reads goes on.
            Assert.Equal(HttpStatusCode.OK, (await app.Client.GetAsync($"/bench/{take}/frame?x=0&y=0&width=90&height=60&scale=1&show=result")).StatusCode);
        }
        Assert.Equal(HttpStatusCode.OK, (await app.PostAsync($"/bench/{take}/edit", Edit(1, 40))).StatusCode);
    }

    [Fact]
    public async Task An_original_that_is_damaged_is_said()
    {
        var take = await app.AddTakeAsync();
        var original = Directory.EnumerateFiles(Path.Combine(app.Data, "originals"), "*", SearchOption.AllDirectories).Single();
        File.SetAttributes(original, FileAttributes.Normal);
        await File.WriteAllBytesAsync(original, (await File.ReadAllBytesAsync(original))[..200]);
        var answer = await app.Client.GetAsync($"/bench/{take}/frame?x=0&y=0&width=90&height=60&scale=1&show=result");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.InRange((await answer.Content.ReadAsStringAsync()).Length, 20, 300);
        Assert.Equal(1, (long)(await app.StateAsync(take))["revision"]!);
    }

    /// <summary>A small disk in memory, where this machine lets one be made.</summary>
    private static bool Mount(string at, string options)
    {
        using var mount = Process.Start(new ProcessStartInfo("mount", ["-t", "tmpfs", "-o", options, "tmpfs", at]) { RedirectStandardError = true });
        mount!.WaitForExit();
        return mount.ExitCode == 0;
    }

    [Fact]
    public async Task On_a_disk_that_is_full_or_read_only_nothing_is_half_done()
    {
        using var server = new Server(Environment.GetEnvironmentVariable("YARNWHEEL_PROGRAM") ?? typeof(Program).Assembly.Location);
        Assert.SkipUnless(Mount(server.Data, "size=14m"), "This machine lets no disk be made.");
        try
        {
            await server.StartAsync();
            var large = new byte[3 * 1400 * 1000];
            new Random(1).NextBytes(large);
            (await server.AddAsync(Codecs.FrameEncoder.Png(new byte[3 * 60 * 40], 60, 40), "small.png")).EnsureSuccessStatusCode();
            var take = await server.TakeAsync();
            HttpResponseMessage answer;
            var added = 0;
            for (var k = 0; (answer = await server.AddAsync(Codecs.FrameEncoder.Png(Turned(large, k), 1400, 1000), $"{k}.png")).IsSuccessStatusCode && k < 9; k++) added++;
            Assert.Equal(HttpStatusCode.InsufficientStorage, answer.StatusCode);
            Assert.Contains("no room", await answer.Content.ReadAsStringAsync());
            Assert.Equal(added + 1, Directory.EnumerateFiles(Path.Combine(server.Data, "originals"), "*", SearchOption.AllDirectories).Count());
            Assert.Empty(Directory.EnumerateFiles(Path.Combine(server.Data, "incoming")));

            // What is written to can't be made read-only under it.
            server.Kill();
            Assert.True(Mount(server.Data, "remount,ro"));
            Assert.Contains("written to", (await Assert.ThrowsAsync<InvalidOperationException>(server.StartAsync)).Message);
            Assert.True(Mount(server.Data, "remount,rw,size=30m"));
            await server.StartAsync();
            Assert.Equal(HttpStatusCode.OK, (await server.PostAsync($"/bench/{take}/edit", Edit(1, 40))).StatusCode);
        }
        finally
        {
            if (server.IsUp) server.Kill();
            Process.Start("umount", [server.Data]).WaitForExit();
        }
    }

    private static byte[] Turned(byte[] rgb, int by)
    {
        var turned = rgb.ToArray();
        turned[0] = (byte)by;
        return turned;
    }
}
