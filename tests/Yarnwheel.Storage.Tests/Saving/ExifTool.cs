using System.Diagnostics;
using System.Text;

namespace Yarnwheel.Storage.Tests;

/// <summary>An independent reader and writer of metadata (Debian's libimage-exiftool-perl), started once and asked by its standard input (its documentation's -stay_open): a start costs it more than an answer.</summary>
public sealed class ExifTool : IDisposable
{
    private const string Ready = "{ready}", Status = "status ";

    private readonly Process process = Process.Start(new ProcessStartInfo("/usr/bin/exiftool", ["-stay_open", "True", "-@", "-"])
    {
        RedirectStandardInput = true,
        RedirectStandardOutput = true,
        RedirectStandardError = true,
        StandardInputEncoding = new UTF8Encoding(false),
        StandardOutputEncoding = new UTF8Encoding(false),
    })!;

    /// <summary>What it answers; fails the test where it finds an error.</summary>
    /// <param name="arguments">As on its command line, none with a line break, and not -q.</param>
    public string Run(params IEnumerable<string> arguments)
    {
        string[] line = [.. arguments];
        if (line.Contains("-q")) throw new ArgumentException("A quiet tool does not say when it is ready.", nameof(arguments));
        var input = process.StandardInput;
        // Of each answer, how it ended is told behind it where its errors are told.
        foreach (var argument in (string[])[.. line, "-echo4", Status + "${status}", "-execute"]) input.WriteLine(argument);
        input.Flush();
        var answer = Until(process.StandardOutput, answered => answered == Ready);
        var status = "";
        var errors = Until(process.StandardError, told => (status = told).StartsWith(Status, StringComparison.Ordinal));
        Assert.True(status == Status + "0", errors);
        return answer;
    }

    private static string Until(StreamReader from, Func<string, bool> isLast)
    {
        var text = new StringBuilder();
        while (from.ReadLine() is { } next && !isLast(next)) text.AppendLine(next);
        return text.ToString();
    }

    public void Dispose()
    {
        process.StandardInput.Write("-stay_open\nFalse\n");
        process.StandardInput.Close();
        process.WaitForExit();
        process.Dispose();
    }
}
