using Microsoft.EntityFrameworkCore;
using Yarnwheel.Codecs;
using Yarnwheel.Core;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Storage.Tests;

public sealed class LibraryTests : IDisposable
{
    private readonly TempFolder folder = new();
    private readonly Storage storage;

    public LibraryTests()
    {
        CodecLibrary.Prepare();
        storage = new Storage(folder.File("data"));
    }

    public void Dispose()
    {
        Storage.Release();
        folder.Dispose();
    }

    [Fact]
    public async Task Another_page_of_a_file_is_a_photo_of_its_own()
    {
        using var tall = TestPhotos.Image().Join(TestPhotos.Image() * 0, NetVips.Enums.Direction.Vertical).Cast(NetVips.Enums.BandFormat.Uchar).Copy(interpretation: NetVips.Enums.Interpretation.Srgb);
        using var two = tall.Mutate(m => m.Set(NetVips.GValue.GIntType, "page-height", TestPhotos.Height));
        var first = await storage.AddAsync(TestPhotos.Write(folder, "two.tif", two));
        Assert.Equal((0, 2), (first.Page, first.Pages));
        var (second, wasThere, _) = await storage.Library.AddPageAsync(first.Id, 1);
        Assert.False(wasThere);
        Assert.Equal(("two, page 2", 1, first.Hash), (second.Name, second.Page, second.Hash));
        Assert.NotEqual(first.Content, second.Content);
        Assert.True((await storage.Library.AddPageAsync(first.Id, 1)).WasThere);
        Assert.Equal(first.Id, (await storage.Library.AddPageAsync(second.Id, 0)).Photo.Id);
        await Assert.ThrowsAsync<YarnwheelException>(() => storage.Library.AddPageAsync(first.Id, 2));
        // The original stays as long as one of them is there.
        await storage.Library.RemoveAsync(first.Id);
        Assert.True(File.Exists(storage.Originals.Find(second.Hash, second.Extension, second.Name)));
        var back = await storage.Library.AddPageAsync(second.Id, 0);
        Assert.Equal("two", back.Photo.Name);
        await storage.Library.RemoveAsync(back.Photo.Id);
        await storage.Library.RemoveAsync(second.Id);
        Assert.Throws<YarnwheelException>(() => storage.Originals.Find(second.Hash, second.Extension, second.Name));
    }

    [Fact]
    public async Task A_photo_is_stored_once_and_read_only()
    {
        var path = TestPhotos.Write(folder, "a.png");
        var first = await storage.AddAsync(path);
        await using (var file = File.OpenRead(path))
        {
            var (second, wasThere, _) = await storage.Library.AddAsync(file, "other name.png");
            Assert.True(wasThere);
            Assert.Equal(first.Id, second.Id);
        }
        var stored = storage.Originals.Find(first.Hash, first.Extension, first.Name);
        Assert.Equal(File.ReadAllBytes(path), File.ReadAllBytes(stored));
        Assert.Equal(UnixFileMode.None, File.GetUnixFileMode(stored) & (UnixFileMode.UserWrite | UnixFileMode.GroupWrite | UnixFileMode.OtherWrite));
        Assert.Empty(Directory.EnumerateFiles(storage.Folder.Incoming));
    }

    [Fact]
    public async Task The_same_file_twice_at_once_gives_one_photo()
    {
        var path = TestPhotos.Write(folder, "a.png");
        var photos = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => storage.AddAsync(path)));
        Assert.Single(photos.Select(p => p.Id).Distinct());
        Assert.Single(await storage.Shelf.ListAsync(new ShelfWish()));
    }

    [Fact]
    public async Task What_can_t_be_read_leaves_nothing_behind()
    {
        await using var junk = new MemoryStream("junk"u8.ToArray());
        await Assert.ThrowsAsync<UnreadablePhotoException>(() => storage.Library.AddAsync(junk, "a.jpg"));
        Assert.Empty(await storage.Shelf.ListAsync(new ShelfWish()));
        Assert.DoesNotContain(Directory.EnumerateFiles(storage.Folder.Root, "*", SearchOption.AllDirectories),
            f => !Path.GetFileName(f).StartsWith("yarnwheel.db", StringComparison.Ordinal));
    }

    [Fact]
    public async Task More_than_the_limit_is_refused_while_it_comes_in()
    {
        await using var large = new MemoryStream(new byte[100_000]);
        var refusal = await Assert.ThrowsAsync<YarnwheelException>(() => storage.Originals.ReceiveAsync(large, 50_000, CancellationToken.None));
        Assert.Contains("limit", refusal.Message);
        Assert.Empty(Directory.EnumerateFiles(storage.Folder.Incoming));
    }

    [Fact]
    public async Task A_missing_original_is_named_and_comes_back_with_the_same_file()
    {
        var path = TestPhotos.Write(folder, "a.png");
        var photo = await storage.AddAsync(path);
        File.Delete(storage.Originals.PathOf(photo.Hash, photo.Extension));
        Assert.Contains("missing", Assert.Throws<YarnwheelException>(() => storage.Originals.Find(photo.Hash, photo.Extension, photo.Name)).Message);
        await storage.AddAsync(path);
        Assert.True(File.Exists(storage.Originals.Find(photo.Hash, photo.Extension, photo.Name)));
    }

    [Fact]
    public async Task Removing_a_photo_removes_its_takes_and_its_original()
    {
        var photo = await storage.AddAsync(TestPhotos.Write(folder, "a.png"));
        await storage.Takes.AddAsync(photo.Id, null);
        await storage.Library.RemoveAsync(photo.Id);
        Assert.Empty(await storage.Shelf.ListAsync(new ShelfWish()));
        Assert.Null(await storage.Journal.ReadAsync(photo.Takes[0].Id));
        Assert.False(File.Exists(storage.Originals.PathOf(photo.Hash, photo.Extension)));
    }

    [Theory]
    [InlineData("a.jpg", "a")]
    [InlineData("../../etc/passwd", "passwd")]
    [InlineData("C:\\photos\\red skein.TIF", "red skein")]
    [InlineData("<img src=x onerror=alert(1)>.png", "-img src=x onerror=alert(1)-")]
    [InlineData("..", "photo")]
    [InlineData("", "photo")]
    [InlineData("a\nb\t.jpg", "a-b-")]
    [InlineData(".jpg", "jpg")]
    public void Names_are_made_safe(string given, string name) => Assert.Equal(name, PhotoName.Of(given));

    [Fact]
    public async Task A_failing_database_is_no_duplicate_and_leaves_no_original_behind()
    {
        TestPhotos.Write(folder, "a.png");
        using (var context = storage.CreateDbContext()) context.Database.ExecuteSqlRaw("CREATE TRIGGER Refuse BEFORE INSERT ON Photos BEGIN SELECT RAISE(ABORT, 'refused'); END");
        await Assert.ThrowsAsync<DbUpdateException>(() => storage.AddAsync(folder.File("a.png")));
        Assert.Empty(Directory.EnumerateFiles(storage.Folder.Originals, "*", SearchOption.AllDirectories));
        using (var context = storage.CreateDbContext()) context.Database.ExecuteSqlRaw("DROP TRIGGER Refuse");
        Assert.True(File.Exists(storage.Originals.PathOf((await storage.AddAsync(folder.File("a.png"))).Hash, ".png")));
    }
}
