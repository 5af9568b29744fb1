using Yarnwheel.Web.Pages.Help;

namespace Yarnwheel.Web.Tests;

public sealed class HelpTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    [Fact]
    public async Task Ten_jobs_in_five_steps_at_most_each_with_its_two_pictures()
    {
        Assert.Equal(10, HelpJob.All.Count);
        Assert.All(HelpJob.All, job => Assert.InRange(job.Steps.Count, 1, 5));
        var page = await app.Client.GetStringAsync("/help", TestContext.Current.CancellationToken);
        foreach (var job in HelpJob.All)
        {
            Assert.Contains($"id=\"{job.Code}\"", page, StringComparison.Ordinal);
            foreach (var name in (string[])["before", "after"])
            {
                var picture = await app.Client.GetByteArrayAsync($"/img/help/{job.Code}-{name}.jpg", TestContext.Current.CancellationToken);
                Assert.Equal([0xff, 0xd8], picture[..2]);
            }
            Assert.NotEqual(await app.Client.GetByteArrayAsync($"/img/help/{job.Code}-before.jpg", TestContext.Current.CancellationToken), await app.Client.GetByteArrayAsync($"/img/help/{job.Code}-after.jpg", TestContext.Current.CancellationToken));
        }
    }

    [Fact]
    public async Task It_is_found_from_the_Shelf_and_from_the_Bench()
    {
        Assert.Contains("href=\"/help\"", await app.Client.GetStringAsync("/", TestContext.Current.CancellationToken), StringComparison.Ordinal);
        Assert.Contains("href=\"/help\"", await app.Client.GetStringAsync($"/bench/{await app.AddTakeAsync()}", TestContext.Current.CancellationToken), StringComparison.Ordinal);
    }
}
