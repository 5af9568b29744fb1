using System.Globalization;
using System.Runtime.InteropServices;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Web.Hosting;

/// <summary>Writes down what ended the application unexpectedly, for its user to read and, if they like, to send. Nothing is sent by itself.</summary>
internal static class CrashReport
{
    /// <summary>Watches for an end that nobody asked for.</summary>
    /// <param name="root">Of the data folder.</param>
    public static void WriteInto(string root) => AppDomain.CurrentDomain.UnhandledException += (_, fault) => Write(root, fault.ExceptionObject as Exception, DateTime.UtcNow);

    internal static string? Write(string root, Exception? exception, DateTime now)
    {
        try
        {
            var folder = Directory.CreateDirectory(Path.Combine(root, "reports")).FullName;
            var path = Path.Combine(folder, $"crash-{now.ToString("yyyyMMdd-HHmmss", CultureInfo.InvariantCulture)}.txt");
            File.WriteAllText(path, $"""
                Yarnwheel ended unexpectedly at {now:yyyy-MM-dd HH:mm:ss} UTC.
                Engine {PhotoRenderer.EngineVersion}, {RuntimeInformation.FrameworkDescription}, {RuntimeInformation.OSDescription}, {Environment.ProcessorCount} processors, {Environment.WorkingSet / 1_000_000} MB in use.
                This file stays on this machine; read it before you send it to anybody. File names may stand in it.

                {exception}
                """);
            return path;
        }
        catch (Exception failed) when (failed is IOException or UnauthorizedAccessException)
        {
            return null;
        }
    }

    /// <summary>A report written since the application was last started; null for none.</summary>
    public static string? Newest(string root)
    {
        var (folder, seen) = (Path.Combine(root, "reports"), Path.Combine(root, "reports", "seen"));
        if (!Directory.Exists(folder)) return null;
        var since = File.Exists(seen) ? File.GetLastWriteTimeUtc(seen) : DateTime.MinValue;
        var newest = Directory.EnumerateFiles(folder, "crash-*.txt").Where(f => File.GetLastWriteTimeUtc(f) > since).Max();
        File.WriteAllText(seen, "");
        return newest;
    }
}
