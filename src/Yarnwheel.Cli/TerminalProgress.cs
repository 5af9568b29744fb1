using System.Globalization;

namespace Yarnwheel.Cli;

/// <summary>How far the work is, on one line of standard error, where that is a terminal.</summary>
internal sealed class TerminalProgress(string what) : IProgress<double>, IDisposable
{
    private readonly Lock gate = new();
    private readonly bool isSeen = !Console.IsErrorRedirected;
    private int said = -1;

    public void Report(double value)
    {
        var percent = (int)Math.Floor(100 * Math.Clamp(value, 0, 1));
        if (!isSeen) return;
        lock (gate)
        {
            if (percent <= said) return;
            said = percent;
            Console.Error.Write(string.Create(CultureInfo.InvariantCulture, $"\r{what} {percent,3} %"));
        }
    }

    public void Dispose()
    {
        if (said >= 0) Console.Error.Write("\r\u001b[K");
    }
}
