namespace Yarnwheel.Codecs.Saving;

/// <summary>Reports its own 0 … 1 as a part of the whole.</summary>
internal sealed class PartOfProgress(IProgress<double>? whole, double from, double to) : IProgress<double>
{
    public void Report(double value) => whole?.Report(from + (to - from) * value);
}

/// <summary>Says nothing.</summary>
internal sealed class Silence : IProgress<double>
{
    public static Silence Kept { get; } = new();

    public void Report(double value)
    {
    }
}

/// <summary>The codec library's percent as a share.</summary>
internal sealed class PercentProgress(IProgress<double> share) : IProgress<int>
{
    public void Report(int value) => share.Report(value / 100.0);
}
