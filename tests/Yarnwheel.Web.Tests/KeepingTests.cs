using System.Net;
using Microsoft.Extensions.Configuration;
using Yarnwheel.Web.Hosting;
using Yarnwheel.Web.Keeping;

namespace Yarnwheel.Web.Tests;

/// <summary>Safekeeping from the page and from the command line, and how the application may be started.</summary>
public sealed class KeepingTests : IDisposable
{
    private readonly Application app = new();
    private readonly string away = Directory.CreateTempSubdirectory("yarnwheel-away-").FullName;

    public void Dispose()
    {
        app.Dispose();
        Directory.Delete(away, recursive: true);
    }

    private async Task<string> DoneAsync()
    {
        for (var k = 0; k < 200; k++)
        {
            var state = await app.Client.GetStringAsync("/keeping?handler=State");
            if (!state.Contains("data-working")) return state;
            await Task.Delay(50);
        }
        throw new TimeoutException();
    }

    [Fact]
    public async Task A_backup_is_made_and_brought_back_while_the_application_runs()
    {
        var take = await app.AddTakeAsync();
        Assert.Equal(HttpStatusCode.NoContent, (await app.PostAsync("/keeping/backup", new { folder = away })).StatusCode);
        Assert.Contains("1 photo backed up", await DoneAsync());
        (await app.PostAsync($"/bench/{take}/edit", new { revision = 1, label = "Colour", window = "w", change = new[] { new { op = "replace", path = "/ground/colour", value = 40 } } })).EnsureSuccessStatusCode();
        Assert.Equal(2, (long)(await app.StateAsync(take))["revision"]!);
        await app.PostAsync("/keeping/restore", new { folder = away });
        Assert.Contains("1 photo brought back", await DoneAsync());
        Assert.Equal(1, (long)(await app.StateAsync(take))["revision"]!);
    }

    [Fact]
    public async Task What_can_t_be_done_is_said_in_words()
    {
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await app.PostAsync("/keeping/backup", new { folder = "somewhere" })).StatusCode);
        await app.PostAsync("/keeping/restore", new { folder = away });
        Assert.Contains("There is no backup in", await DoneAsync());
        await app.PostAsync("/keeping/backup", new { folder = Path.Combine(app.Data, "within") });
        Assert.Contains("outside the data folder", await DoneAsync());
        Assert.Contains("left on that disk", await app.Client.GetStringAsync("/keeping"));
    }

    [Fact]
    public async Task The_commands_back_up_export_and_bring_back_beside_a_running_application()
    {
        var take = await app.AddTakeAsync();
        using StringWriter output = new(), errors = new();
        Task<int> Run(params string[] args) => KeepingCommands.RunAsync([.. args, "--data", app.Data], output, errors, CancellationToken.None);
        Assert.Equal(0, await Run("backup", Path.Combine(away, "one")));
        Assert.Equal(0, await Run("export", Path.Combine(away, "two")));
        Assert.Contains("1 photo backed up", output.ToString());
        Assert.True(File.Exists(Path.Combine(away, "two", "a.png")));
        (await app.PostAsync($"/bench/{take}/edit", new { revision = 1, label = "Colour", window = "w", change = new[] { new { op = "replace", path = "/ground/colour", value = 40 } } })).EnsureSuccessStatusCode();
        Assert.Equal(0, await Run("restore", Path.Combine(away, "one")));
        Assert.Contains("1 photo brought back", output.ToString());
        Assert.Equal(1, (long)(await app.StateAsync(take))["revision"]!);
        Assert.Equal(1, await Run("restore", Path.Combine(away, "nothing")));
        Assert.Contains("There is no backup in", errors.ToString());
        Assert.DoesNotContain(Directory.EnumerateFiles(app.Data), f => Path.GetFileName(f).StartsWith("restore", StringComparison.Ordinal));
        Assert.Equal(2, await Run("backup"));
    }

    [Fact]
    public async Task A_data_folder_whose_application_does_not_answer_is_left_alone()
    {
        var data = new Data.Store.DataFolder(Path.Combine(away, "data"));
        using var held = Data.Keeping.FolderLock.Take(data.Root);
        var refused = await Assert.ThrowsAsync<Core.YarnwheelException>(() => new Errand(data).AskAsync(away, TimeSpan.FromMilliseconds(300), TestContext.Current.CancellationToken));
        Assert.Contains("does not answer", refused.Message);
        Assert.Null(new Errand(data).Take());
    }

    [Fact(Timeout = 60_000)]
    public async Task Whoever_waits_for_a_backup_to_be_brought_back_is_told_when_the_application_ends()
    {
        var data = new Data.Store.DataFolder(Path.Combine(away, "data"));
        var held = Data.Keeping.FolderLock.Take(data.Root);
        var waiting = new Errand(data).AskAsync(away, TimeSpan.FromSeconds(30), TestContext.Current.CancellationToken);
        string? asked;
        while ((asked = new Errand(data).Take()) is null) await Task.Delay(20, TestContext.Current.CancellationToken);
        Assert.Equal(away, asked);
        new Errand(data).Say(new Errand.Told(0.3, null, false));
        Assert.NotSame(waiting, await Task.WhenAny(waiting, Task.Delay(700, TestContext.Current.CancellationToken)));
        held.Dispose();
        var told = await Assert.ThrowsAsync<Core.YarnwheelException>(() => waiting);
        Assert.Contains("ended while it brought the backup back", told.Message);
        Assert.Empty(Directory.EnumerateFiles(data.Root, "restore*"));
    }

    [Fact]
    public async Task It_says_whether_it_is_alive_and_ready()
    {
        Assert.Equal("Yarnwheel", await app.Client.GetStringAsync("/alive"));
        Assert.Equal("ready", await app.Client.GetStringAsync("/ready"));
    }

    [Fact]
    public async Task Logs_are_written_and_name_no_photo()
    {
        (await app.AddAsync(Codecs.FrameEncoder.Png(new byte[3 * 30 * 20], 30, 20), "very secret name.png")).EnsureSuccessStatusCode();
        await app.AddAsync([1, 2, 3], "another secret.png");
        await app.Client.GetAsync("/bench/999999/state");
        var logs = Directory.EnumerateFiles(Path.Combine(app.Data, "logs")).Select(f =>
        {
            using var reader = new StreamReader(new FileStream(f, FileMode.Open, FileAccess.Read, FileShare.ReadWrite));
            return reader.ReadToEnd();
        });
        Assert.DoesNotContain("secret", string.Concat(logs));
    }

    [Fact]
    public void What_ended_it_is_written_down_once()
    {
        Assert.Null(CrashReport.Newest(away));
        var path = CrashReport.Write(away, new InvalidOperationException("on purpose"), DateTime.UtcNow.AddSeconds(1))!;
        Assert.Contains("on purpose", File.ReadAllText(path));
        Assert.Equal(path, CrashReport.Newest(away));
        Assert.Null(CrashReport.Newest(away));
    }

    [Theory]
    [InlineData("http://127.0.0.1:5080", true)]
    [InlineData("http://localhost:1;http://[::1]:2", true)]
    [InlineData("http://0.0.0.0:5080", false)]
    [InlineData("http://*:5080", false)]
    [InlineData("http://127.0.0.1:1;http://192.168.1.7:2", false)]
    public void On_other_addresses_people_sign_in_unless_it_is_to_stand_open(string urls, bool local)
    {
        StartOptions Started(params string[] args) => StartOptions.From(new ConfigurationBuilder().AddInMemoryCollection([new("urls", urls)]).Build(), args);
        Assert.Equal(local, Started().IsLocal);
        Assert.Equal(!local, Started().AsksWho);
        Assert.True(Started("--sign-in").AsksWho);
        Assert.False(Started("--open").AsksWho);
    }
}
