using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Tests;

/// <summary>Rows shared out among threads.</summary>
public class RowsTests
{
    [Fact]
    public void Whoever_shares_rows_out_hears_of_one_failure_by_its_own_kind()
    {
        Assert.Throws<FormatException>(() => Rows.Each(100, y => throw new FormatException(), TestContext.Current.CancellationToken));
        Assert.Throws<FormatException>(() => Rows.AtOnce(() => throw new FormatException(), () => { }));
        using var cancelled = new CancellationTokenSource();
        cancelled.Cancel();
        Assert.ThrowsAny<OperationCanceledException>(() => Rows.Each(100, _ => { }, cancelled.Token));
    }
}
