using System.Diagnostics;

namespace Yarnwheel.Web.Hosting;

/// <summary>This program again, in a process of its own, which may be stopped or die without harm.</summary>
internal static class OwnProcess
{
    /// <param name="arguments">Its command and what belongs to it.</param>
    public static ProcessStartInfo Start(IEnumerable<string> arguments)
    {
        var host = Environment.ProcessPath is { } own && Path.GetFileNameWithoutExtension(own) == "dotnet" ? own : "dotnet";
        return new ProcessStartInfo(host, [typeof(OwnProcess).Assembly.Location, .. arguments]);
    }
}
