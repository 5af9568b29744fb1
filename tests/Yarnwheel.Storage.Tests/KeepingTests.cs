using Microsoft.EntityFrameworkCore;
using Yarnwheel.Codecs;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Keeping;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Storage.Tests;

/// <summary>Backups, bringing back, plain files, leftovers, and folders that are in use.</summary>
public sealed class KeepingTests : IDisposable
{
    private readonly TempFolder folder = new();
    private readonly Storage storage;

    public KeepingTests()
    {
        CodecLibrary.Prepare();
        storage = new Storage(folder.File("data"));
    }

    public void Dispose()
    {
        Storage.Release();
        folder.Dispose();
    }

    private string Away => folder.File("away");

    private Task<BackupOutcome> BackUpAsync() => new Backup(storage, storage.Folder).MakeAsync(Away);

    /// <summary>Every file of a folder, by its path.</summary>
    private static Dictionary<string, byte[]> Files(string root) => Directory.EnumerateFiles(root, "*", SearchOption.AllDirectories).ToDictionary(f => Path.GetRelativePath(root, f), File.ReadAllBytes);

    [Fact]
    public async Task A_backup_brings_all_back_in_another_place()
    {
        var photo = await storage.AddAsync(TestPhotos.Write(folder, "a.png"));
        await File.WriteAllBytesAsync(Path.Combine(storage.Folder.Masks, new string('a', 64) + ".png"), [1, 2, 3], TestContext.Current.CancellationToken);
        var made = await BackUpAsync();
        Assert.Equal((1, 0), (made.Photos, made.Kept));

        var other = new DataFolder(folder.File("other"));
        Assert.Equal(1, new Restore(other).Run(Away).Photos);
        var again = new Storage(other.Root);
        var back = await again.Library.FindAsync(photo.Id);
        Assert.Equal((photo.Hash, photo.Name, 1), (back!.Hash, back.Name, back.Takes.Count));
        Assert.Equal(File.ReadAllBytes(storage.Originals.Find(photo.Hash, photo.Extension, photo.Name)), File.ReadAllBytes(again.Originals.Find(photo.Hash, photo.Extension, photo.Name)));
        Assert.True(File.Exists(Path.Combine(other.Masks, new string('a', 64) + ".png")));
        // Recipes can be read without any of this.
        Assert.Contains(Files(Away), f => f.Key.StartsWith("recipes", StringComparison.Ordinal) && RecipeJson.Parse(f.Value) is not null);
    }

    [Fact]
    public async Task Accounts_go_with_it_and_come_back()
    {
        using (var people = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={storage.Folder.People};Pooling=False"))
        {
            people.Open();
            using var make = people.CreateCommand();
            make.CommandText = "CREATE TABLE Someone (Name TEXT); INSERT INTO Someone VALUES ('anna')";
            make.ExecuteNonQuery();
        }
        await BackUpAsync();
        await BackUpAsync();
        Assert.Single(Directory.EnumerateFiles(Away, "people-*"));
        var other = new DataFolder(folder.File("other"));
        new Restore(other).Run(Away);
        using var back = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={other.People};Pooling=False");
        back.Open();
        using var read = back.CreateCommand();
        read.CommandText = "SELECT Name FROM Someone";
        Assert.Equal("anna", read.ExecuteScalar());
    }

    [Fact]
    public async Task The_next_backup_copies_only_what_is_new_and_leaves_nothing_old_behind()
    {
        await storage.AddAsync(TestPhotos.Write(folder, "a.png"));
        await BackUpAsync();
        var second = await storage.AddAsync(TestPhotos.Write(folder, "b.tif"));
        Assert.Equal((2, 1), ((await BackUpAsync()).Photos, Directory.GetFiles(Away, "*.db").Length));
        Assert.Equal(2, (await BackUpAsync()).Kept);
        await storage.Library.RemoveAsync(second.Id);
        await BackUpAsync();
        Assert.Single(Directory.EnumerateFiles(Path.Combine(Away, "originals"), "*", SearchOption.AllDirectories));
        BackupManifest.Read(Away).Check(Away, null, CancellationToken.None);
    }

    [Theory]
    [InlineData("changed")]
    [InlineData("missing")]
    [InlineData("outside")]
    [InlineData("newer")]
    [InlineData("none")]
    public async Task A_backup_that_is_not_whole_changes_nothing(string fault)
    {
        await storage.AddAsync(TestPhotos.Write(folder, "a.png"));
        await BackUpAsync();
        var manifest = Path.Combine(Away, BackupManifest.FileName);
        var original = Directory.EnumerateFiles(Path.Combine(Away, "originals"), "*", SearchOption.AllDirectories).Single();
        switch (fault)
        {
            case "changed":
                var bytes = await File.ReadAllBytesAsync(original, TestContext.Current.CancellationToken);
                bytes[^1] ^= 1;
                await File.WriteAllBytesAsync(original, bytes, TestContext.Current.CancellationToken);
                break;
            case "missing": File.Delete(original); break;
            case "outside": await File.WriteAllTextAsync(manifest, (await File.ReadAllTextAsync(manifest, TestContext.Current.CancellationToken)).Replace("originals/", "../outside/", StringComparison.Ordinal), TestContext.Current.CancellationToken); break;
            case "newer": await File.WriteAllTextAsync(manifest, (await File.ReadAllTextAsync(manifest, TestContext.Current.CancellationToken)).Replace("\"version\": 1", "\"version\": 2", StringComparison.Ordinal), TestContext.Current.CancellationToken); break;
            default: File.Delete(manifest); break;
        }
        var other = new DataFolder(folder.File("other"));
        await File.WriteAllTextAsync(Path.Combine(other.Masks, "own"), "kept", TestContext.Current.CancellationToken);
        var before = Files(other.Root);
        var refused = Assert.Throws<YarnwheelException>(() => new Restore(other).Run(Away));
        Assert.Contains("Nothing was changed", refused.Message, StringComparison.Ordinal);
        Assert.Equal(before.Keys.Order(), Files(other.Root).Keys.Order());
    }

    [Fact]
    public async Task A_cancelled_backup_leaves_the_one_before_whole()
    {
        await storage.AddAsync(TestPhotos.Write(folder, "a.png"));
        await BackUpAsync();
        await storage.AddAsync(TestPhotos.Write(folder, "b.tif"));
        using var stop = new CancellationTokenSource();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => new Backup(storage, storage.Folder).MakeAsync(Away, new StopAtOnce(stop), stop.Token));
        var manifest = BackupManifest.Read(Away);
        manifest.Check(Away, null, CancellationToken.None);
        Assert.Equal(1, manifest.Photos);
        // The next one leaves nothing of it.
        await BackUpAsync();
        Assert.Single(Directory.GetFiles(Away, "*.db"));
    }

    private sealed class StopAtOnce(CancellationTokenSource stop) : IProgress<double>
    {
        public void Report(double value) => stop.Cancel();
    }

    [Fact]
    public async Task It_goes_back_into_a_database_that_others_have_open()
    {
        await storage.AddAsync(TestPhotos.Write(folder, "a.png"));
        await BackUpAsync();
        await storage.AddAsync(TestPhotos.Write(folder, "b.tif"));
        await using var open = storage.CreateDbContext();
        Assert.Equal(2, await open.Photos.CountAsync(TestContext.Current.CancellationToken));
        new Restore(storage.Folder).Run(Away);
        Assert.Equal(1, await open.Photos.CountAsync(TestContext.Current.CancellationToken));
        // And what was there before is kept.
        Assert.Contains(Directory.EnumerateFiles(storage.Folder.Backups), f => f.Contains("before-restore", StringComparison.Ordinal));
    }

    [Fact]
    public async Task Everything_is_handed_over_as_plain_files()
    {
        var path = TestPhotos.Write(folder, "a.png");
        var first = await storage.AddAsync(path);
        await storage.Takes.AddAsync(first.Id, new Recipe { Ground = new Ground { Colour = 40 } });
        // Two photos of one name.
        Directory.CreateDirectory(folder.File("two"));
        using (var other = TestPhotos.Image().Flip(NetVips.Enums.Direction.Horizontal)) other.WriteToFile(folder.File("two/a.png"));
        await storage.AddAsync(folder.File("two/a.png"));
        var (photos, missing) = await new PlainExport(storage, storage.Folder).WriteAsync(Away, cancel: TestContext.Current.CancellationToken);
        Assert.Equal((2, 0), (photos, missing.Count));
        var files = Files(Away);
        Assert.Equal(File.ReadAllBytes(path), files["a.png"]);
        Assert.Equal(3, files.Keys.Count(k => k.EndsWith(".recipe.json", StringComparison.Ordinal)));
        Assert.Contains("a 2.png", files.Keys);
        Assert.All(files.Where(f => f.Key.EndsWith(".json", StringComparison.Ordinal)), f => RecipeJson.Parse(f.Value));
        await Assert.ThrowsAsync<YarnwheelException>(() => new PlainExport(storage, storage.Folder).WriteAsync(Away, cancel: TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task What_nothing_refers_to_is_swept_and_nothing_else()
    {
        var photo = await storage.AddAsync(TestPhotos.Write(folder, "a.png"));
        var original = storage.Originals.Find(photo.Hash, photo.Extension, photo.Name);
        var thumbnails = Directory.CreateDirectory(Path.Combine(storage.Folder.Root, "thumbnails")).FullName;
        string named = new('c', 64), unnamed = new('d', 64);
        await storage.Takes.AddAsync(photo.Id, new Recipe { Areas = [new Area { Name = "A", Mask = new Mask { Parts = [new PicturePart { Asset = $"sha256:{named}" }] } }] });
        var take = photo.Takes[0].Id;
        string[] kept = [Path.Combine(thumbnails, $"{take}-1-x.jpg"), Path.Combine(thumbnails, $"came-{photo.Hash}-x.jpg"), Path.Combine(storage.Folder.Masks, named + ".png")];
        string[] gone = [Path.Combine(thumbnails, "9999-1-x.jpg"), Path.Combine(thumbnails, $"came-{unnamed}-x.jpg"), Path.Combine(storage.Folder.Masks, unnamed + ".png"), Path.Combine(Directory.CreateDirectory(Path.Combine(storage.Folder.Originals, "dd")).FullName, unnamed + ".jpg")];
        foreach (var file in kept.Concat(gone)) await File.WriteAllTextAsync(file, "x", TestContext.Current.CancellationToken);
        var leftovers = new Leftovers(storage, storage.Folder);
        // What came in just now may still be wanted.
        Assert.Equal(0, (await leftovers.SweepAsync(DateTime.UtcNow, TestContext.Current.CancellationToken)).Files);
        Assert.Equal(4, (await leftovers.SweepAsync(DateTime.UtcNow.AddHours(2), TestContext.Current.CancellationToken)).Files);
        Assert.All(gone, f => Assert.False(File.Exists(f)));
        Assert.All([.. kept, original], f => Assert.True(File.Exists(f)));
    }

    [Fact]
    public void A_folder_is_held_by_one_at_a_time()
    {
        using (FolderLock.Take(storage.Folder.Root)) Assert.Contains("Another Yarnwheel", Assert.Throws<YarnwheelException>(() => FolderLock.Take(storage.Folder.Root)).Message, StringComparison.Ordinal);
        FolderLock.Take(storage.Folder.Root).Dispose();
    }

    [Fact]
    public void What_a_newer_version_used_is_refused()
    {
        using var context = storage.CreateDbContext();
        context.Database.ExecuteSqlRaw("INSERT INTO __EFMigrationsHistory VALUES ('29990101000000_Future', '99')");
        Assert.Contains("newer Yarnwheel", Assert.Throws<YarnwheelException>(() => DatabaseSetup.Migrate(context, storage.Folder)).Message, StringComparison.Ordinal);
    }
}
