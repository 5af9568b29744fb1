using System.Diagnostics;

namespace Yarnwheel.Core.Tests;

/// <summary>Runs programs of Python, Debian's.</summary>
internal static class Python
{
    /// <param name="program">Its file.</param>
    /// <param name="input">Text that it finds in the file its argument names.</param>
    /// <returns>What it printed.</returns>
    public static string Run(string program, string input)
    {
        var file = Path.GetTempFileName();
        try
        {
            File.WriteAllText(file, input);
            using var process = Process.Start(new ProcessStartInfo("/usr/bin/python3") { ArgumentList = { program, file }, RedirectStandardOutput = true, RedirectStandardError = true })!;
            var errors = process.StandardError.ReadToEndAsync();
            var output = process.StandardOutput.ReadToEnd();
            process.WaitForExit();
            Assert.True(process.ExitCode == 0, errors.Result);
            return output;
        }
        finally
        {
            File.Delete(file);
        }
    }
}
