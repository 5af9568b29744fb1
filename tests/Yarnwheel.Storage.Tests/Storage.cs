using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Codecs;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Storage.Tests;

/// <summary>A data folder with its database, as the application opens it.</summary>
internal sealed class Storage : IDbContextFactory<YarnwheelContext>
{
    private readonly DbContextOptions<YarnwheelContext> options;

    public Storage(string root)
    {
        Folder = new DataFolder(root);
        var builder = new DbContextOptionsBuilder<YarnwheelContext>();
        DatabaseSetup.Configure(builder, Folder);
        options = builder.Options;
        using var context = CreateDbContext();
        Backup = DatabaseSetup.Migrate(context, Folder);
        Originals = new OriginalStore(Folder);
        Journal = new TakeJournal(this);
        History = new TakeHistory(this);
        Takes = new TakeShelf(this);
        Library = new PhotoLibrary(this, Originals, Takes, new PhotoLimits(), new Codecs.Examining.PhotoExaminer(new PhotoLimits()));
        Shelf = new ShelfView(this);
        Sets = new SetShelf(this);
        Looks = new LookShelf(this);
    }

    public DataFolder Folder { get; }

    public string? Backup { get; }

    public OriginalStore Originals { get; }

    public PhotoLibrary Library { get; }

    public TakeJournal Journal { get; }

    public TakeHistory History { get; }

    public TakeShelf Takes { get; }

    public ShelfView Shelf { get; }

    public SetShelf Sets { get; }

    public LookShelf Looks { get; }

    public YarnwheelContext CreateDbContext() => new(options);

    public async Task<PhotoRow> AddAsync(string path)
    {
        await using var file = File.OpenRead(path);
        return (await Library.AddAsync(file, Path.GetFileName(path))).Photo;
    }

    public static void Release() => SqliteConnection.ClearAllPools();
}
