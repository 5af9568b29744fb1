using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using NetVips;
using Yarnwheel.Orders.Book;
using Yarnwheel.Orders.Queue;

namespace Yarnwheel.Storage.Tests.Orders;

/// <summary>The job engine: in one process, and in several on one database.</summary>
public sealed class QueueTests : IDisposable
{
    private readonly OrderedPhotos photos = new();

    public void Dispose() => photos.Dispose();

    private IHost Host(JobStore store, int workers)
    {
        var builder = Microsoft.Extensions.Hosting.Host.CreateEmptyApplicationBuilder(new HostApplicationBuilderSettings());
        builder.Services.AddOrders(photos.Data, store, workers);
        return builder.Build();
    }

    private async Task EndOfAsync(Order order, int seconds)
    {
        var watch = Stopwatch.StartNew();
        while (photos.Book.StateOf(order).Phase != OrderPhase.Ended)
        {
            Assert.True(watch.Elapsed.TotalSeconds < seconds, $"{photos.Book.StateOf(order).Made} made, {photos.Book.StateOf(order).Failed} failed after {seconds} s");
            await Task.Delay(50, TestContext.Current.CancellationToken);
        }
    }

    [Fact]
    public async Task What_was_queued_is_made_after_a_restart()
    {
        var order = photos.Add(5);
        using (var first = Host(JobStore.In(photos.Data), 0)) await first.Services.GetRequiredService<OrderQueue>().GoOnAsync(order, TestContext.Current.CancellationToken);
        Assert.Equal(0, photos.Book.StateOf(order).Made);
        using var second = Host(JobStore.In(photos.Data), 2);
        await second.StartAsync(TestContext.Current.CancellationToken);
        await EndOfAsync(order, 60);
        await second.StopAsync(TestContext.Current.CancellationToken);
        Assert.Equal(5, photos.Book.StateOf(order).Made);
    }

    [Fact]
    public async Task Dropped_pictures_are_not_made()
    {
        var order = photos.Add(3);
        using var host = Host(JobStore.In(photos.Data), 2);
        var queue = host.Services.GetRequiredService<OrderQueue>();
        await queue.GoOnAsync(order, TestContext.Current.CancellationToken);
        await queue.DropAsync(order, TestContext.Current.CancellationToken);
        var other = photos.Add(1);
        await queue.GoOnAsync(other, TestContext.Current.CancellationToken);
        await host.StartAsync(TestContext.Current.CancellationToken);
        await EndOfAsync(other, 60);
        await host.StopAsync(TestContext.Current.CancellationToken);
        Assert.Equal(0, photos.Book.StateOf(order).Made);
    }

    [Fact]
    public async Task A_worker_that_is_killed_in_the_middle_leaves_its_pictures_to_the_other()
    {
        using var database = Postgres.Start();
        var store = JobStore.Shared(database.Connection);
        var order = photos.Add(14, scale: 12);
        using (var asking = Host(store, 0)) await asking.Services.GetRequiredService<OrderQueue>().GoOnAsync(order, TestContext.Current.CancellationToken);
        using var doomed = Worker(database.Connection);
        using var other = Worker(database.Connection);
        try
        {
            var watch = Stopwatch.StartNew();
            while (photos.Book.StateOf(order) is var state && (state.Made < 3 || !state.Pictures.Any(p => p.Phase == PicturePhase.Working)))
            {
                Assert.True(watch.Elapsed.TotalSeconds < 90, "the workers did not begin");
                await Task.Delay(20, TestContext.Current.CancellationToken);
            }
            doomed.Kill();
            await EndOfAsync(order, 120);
        }
        finally
        {
            if (!other.HasExited) other.Kill();
        }
        Assert.Equal((14, 0), (photos.Book.StateOf(order).Made, photos.Book.StateOf(order).Failed));
        // Every picture is there, whole, and nothing else.
        Assert.Equal(order.Pictures.Select(p => p.Name).Order(), Directory.EnumerateFileSystemEntries(photos.Out).Select(f => Path.GetFileName(f)).Order());
        foreach (var file in Directory.EnumerateFiles(photos.Out))
        {
            using var picture = Image.NewFromFile(file, failOn: Enums.FailOn.Warning);
            Assert.True(picture.Avg() > 0);
        }
    }

    private Process Worker(string connection)
    {
        var start = new ProcessStartInfo("dotnet") { RedirectStandardError = true };
        foreach (var arg in (string[])[Path.Combine(AppContext.BaseDirectory, "yarnwheel.dll"), "work", "--jobs", connection, "--data", photos.Data, "--workers", "1"]) start.ArgumentList.Add(arg);
        var process = Process.Start(start)!;
        process.ErrorDataReceived += (_, _) => { };
        process.BeginErrorReadLine();
        return process;
    }

    /// <summary>A PostgreSQL server of its own, from Debian's packages.</summary>
    private sealed class Postgres : IDisposable
    {
        private readonly string folder;
        private readonly string programs;

        private Postgres(string folder, string programs, int port)
        {
            this.folder = folder;
            this.programs = programs;
            Connection = $"Host=127.0.0.1;Port={port};Username=yarnwheel;Database=postgres";
        }

        public string Connection { get; }

        public static Postgres Start()
        {
            var versions = Directory.Exists("/usr/lib/postgresql") ? Directory.EnumerateDirectories("/usr/lib/postgresql").Order().ToList() : [];
            Assert.True(versions.Count > 0, "PostgreSQL is not installed; ./test installs it");
            var programs = Path.Combine(versions[^1], "bin");
            using var listener = new TcpListener(IPAddress.Loopback, 0);
            listener.Start();
            var port = ((IPEndPoint)listener.LocalEndpoint).Port;
            listener.Stop();
            var folder = Directory.CreateTempSubdirectory("yarnwheel-postgres-").FullName;
            // It refuses to run as root.
            if (Environment.UserName == "root") Call("chown", "postgres", folder);
            var server = new Postgres(folder, programs, port);
            server.AsOwner("initdb", "-D", Path.Combine(folder, "db"), "-U", "yarnwheel", "-A", "trust", "--no-sync");
            server.AsOwner("pg_ctl", "-D", Path.Combine(folder, "db"), "-w", "-l", Path.Combine(folder, "log"), "-o", $"-p {port} -k {folder} -c listen_addresses=127.0.0.1 -c fsync=off", "start");
            return server;
        }

        public void Dispose()
        {
            AsOwner("pg_ctl", "-D", Path.Combine(folder, "db"), "-m", "immediate", "stop");
            Directory.Delete(folder, recursive: true);
        }

        private void AsOwner(string program, params string[] args)
        {
            if (Environment.UserName == "root") Call("runuser", ["-u", "postgres", "--", Path.Combine(programs, program), .. args]);
            else Call(Path.Combine(programs, program), args);
        }

        private static void Call(string program, params string[] args)
        {
            // Into nowhere: the server keeps what it is given open.
            var start = new ProcessStartInfo("/bin/sh") { WorkingDirectory = "/" };
            foreach (var arg in (string[])["-c", "exec \"$0\" \"$@\" >/dev/null 2>&1", program, .. args]) start.ArgumentList.Add(arg);
            using var process = Process.Start(start)!;
            process.WaitForExit();
            Assert.True(process.ExitCode == 0, $"{program} {string.Join(' ', args)} ended with {process.ExitCode}");
        }
    }
}
