using System.CommandLine;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using Microsoft.Extensions.Logging;
using Yarnwheel.Orders.Queue;

namespace Yarnwheel.Cli;

/// <summary>yarnwheel work --jobs CONNECTION --data DIR</summary>
internal static class WorkCommand
{
    public static Command Create()
    {
        var jobs = new Option<string>("--jobs") { Description = "The PostgreSQL database that keeps the jobs, as the application was started with.", Required = true };
        var data = new Option<DirectoryInfo>("--data") { Description = "The application's data folder, shared with this machine.", Required = true };
        var workers = new Option<int>("--workers") { Description = "How many copies are made at once.", DefaultValueFactory = _ => OrderServices.UsualWorkers };
        var command = new Command("work", "Makes copies that the web application was asked for, until it is stopped; on as many machines as there are.") { jobs, data, workers };
        command.SetAction(async (parsed, cancel) =>
        {
            var folder = parsed.GetValue(data)!;
            if (!Directory.Exists(Path.Combine(folder.FullName, "originals"))) throw new CallException($"{folder.FullName} is no data folder of Yarnwheel.");
            if (parsed.GetValue(workers) is < 1 or > 64) throw new CallException("--workers is a number from 1 to 64.");
            var builder = Host.CreateEmptyApplicationBuilder(new HostApplicationBuilderSettings());
            builder.Logging.AddSimpleConsole(console => console.SingleLine = true).SetMinimumLevel(LogLevel.Warning);
            builder.Services.Configure<ConsoleLifetimeOptions>(options => options.SuppressStatusMessages = true);
            builder.Services.AddOrders(folder.FullName, JobStore.Shared(parsed.GetValue(jobs)!), parsed.GetValue(workers));
            using var host = builder.Build();
            await host.StartAsync(cancel);
            await Console.Error.WriteLineAsync($"yarnwheel: working on copies, {parsed.GetValue(workers)} at once; Ctrl-C stops.");
            await host.WaitForShutdownAsync(cancel);
            return 0;
        });
        return command;
    }
}
