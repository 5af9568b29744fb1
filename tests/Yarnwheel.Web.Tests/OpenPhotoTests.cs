using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Yarnwheel.Codecs;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Benches;

namespace Yarnwheel.Web.Tests;

public sealed class OpenPhotoTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    private async Task<List<PhotoRow>> PhotosAsync(int count)
    {
        for (var k = 0; k < count; k++) await app.AddTakeAsync(20 + k);
        await using var context = await app.Services.GetRequiredService<IDbContextFactory<YarnwheelContext>>().CreateDbContextAsync();
        return await context.Photos.OrderBy(p => p.Id).ToListAsync();
    }

    private OpenPhotos Open(long budget)
    {
        var limits = new PhotoLimits();
        return new OpenPhotos(app.Services.GetRequiredService<OriginalStore>(), new MaskPictureFolder(app.Data, limits), limits, budget);
    }

    [Fact]
    public async Task Within_the_budget_photos_stay_open()
    {
        var photos = await PhotosAsync(3);
        using var open = Open(1 << 30);
        var first = await open.GetAsync(photos[0], CancellationToken.None);
        foreach (var photo in photos) await open.GetAsync(photo, CancellationToken.None);
        Assert.Same(first, await open.GetAsync(photos[0], CancellationToken.None));
    }

    [Fact]
    public async Task Above_the_budget_the_one_used_longest_ago_is_let_go_and_opened_again_when_asked_for()
    {
        var photos = await PhotosAsync(3);
        using var open = Open(1);
        var first = await open.GetAsync(photos[0], CancellationToken.None);
        // The one that is asked for stays, whatever it takes.
        Assert.Same(first, await open.GetAsync(photos[0], CancellationToken.None));
        await open.GetAsync(photos[1], CancellationToken.None);
        var again = await open.GetAsync(photos[0], CancellationToken.None);
        Assert.NotSame(first, again);
        Assert.Equal(first.Renderer.Photo.Width, again.Renderer.Photo.Width);
    }

    [Fact]
    public async Task Two_who_ask_at_once_get_one_photo()
    {
        var photos = await PhotosAsync(1);
        using var open = Open(1 << 30);
        var both = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => Task.Run(() => open.GetAsync(photos[0], CancellationToken.None))));
        Assert.All(both, photo => Assert.Same(both[0], photo));
    }
}
