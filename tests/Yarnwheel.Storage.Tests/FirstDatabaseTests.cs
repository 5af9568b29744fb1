using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Storage.Tests;

/// <summary>A database as the very first version left it, with rows in every table, brought up to today.</summary>
public sealed class FirstDatabaseTests : IDisposable
{
    private readonly TempFolder folder = new();

    public void Dispose()
    {
        Storage.Release();
        folder.Dispose();
    }

    private void WriteFirst()
    {
        var data = new DataFolder(folder.File("data"));
        using var context = Contexts.Of(data).CreateDbContext();
        context.GetService<IMigrator>().Migrate("Start");
        // Two photos; the first with two takes, one of them three steps long of which the last was undone.
        context.Database.ExecuteSqlRaw("""
            INSERT INTO Photos (Id, Hash, Name, Extension, Width, Height, Bits, Bytes, AddedAt) VALUES
              (1, 'aa', 'skein', '.jpg', 300, 200, 8, 1000, '2026-01-02 03:04:05'), (2, 'bb', 'felt', '.png', 90, 60, 16, 500, '2026-01-03 03:04:05');
            INSERT INTO Takes (Id, PhotoId, Name, Recipe, Head, Revision, ChangedAt) VALUES
              (1, 1, 'Take 1', '{{"yarnwheel":1,"ground":{{"colour":20}}}}', 2, 5, '2026-01-04 03:04:05'), (2, 1, 'Take 2', '{{"yarnwheel":1}}', 0, 1, '2026-01-02 03:04:05'), (3, 2, 'Take 1', '{{"yarnwheel":1}}', 0, 1, '2026-01-03 03:04:05');
            INSERT INTO Steps (TakeId, Number, Label, Forward, Inverse, At) VALUES
              (1, 1, 'Colour', '[{{"op":"replace","path":"/ground/colour","value":10}}]', '[{{"op":"replace","path":"/ground/colour","value":0}}]', '2026-01-04 03:00:00'),
              (1, 2, 'Colour', '[{{"op":"replace","path":"/ground/colour","value":20}}]', '[{{"op":"replace","path":"/ground/colour","value":10}}]', '2026-01-04 03:01:00'),
              (1, 3, 'Colour', '[{{"op":"replace","path":"/ground/colour","value":30}}]', '[{{"op":"replace","path":"/ground/colour","value":20}}]', '2026-01-04 03:02:00');
            """);
    }

    [Fact]
    public async Task It_is_backed_up_and_everything_in_it_goes_on()
    {
        WriteFirst();
        Storage.Release();
        var storage = new Storage(folder.File("data"));
        Assert.NotNull(storage.Backup);
        var photos = await storage.Shelf.ListAsync(new ShelfWish(ShelfOrder.Oldest));
        Assert.Equal([("skein", 2, (string?)null), ("felt", 1, null)], photos.Select(p => (p.Name, p.Takes.Count, p.Owner)));
        Assert.Equal(20, (await storage.Journal.ReadAsync(1))!.Recipe.Ground.Colour);
        // Undo reaches the beginning, redo the end, and a new step can be made.
        var state = (await storage.Journal.ReadAsync(1))!;
        foreach (var colour in (double[])[10, 0])
        {
            state = await storage.Journal.UndoAsync(1, state.Revision);
            Assert.Equal(colour, state.Recipe.Ground.Colour);
        }
        foreach (var colour in (double[])[10, 20, 30])
        {
            state = await storage.Journal.RedoAsync(1, state.Revision);
            Assert.Equal(colour, state.Recipe.Ground.Colour);
        }
        state = await storage.Journal.EditAsync(1, state.Revision, "Colour", System.Text.Json.Nodes.JsonNode.Parse("""[{"op":"replace","path":"/ground/colour","value":40}]""")!.AsArray());
        Assert.Equal(40, state.Recipe.Ground.Colour);
        Assert.Equal(4, (await storage.History.PageAsync(1, 0, null)).Steps.Count(s => s.Label == "Colour"));
        // What came later is there too.
        await storage.Sets.PutAsync(null, "Catalogue", [1, 2]);
        Assert.Equal(2, Assert.Single(await storage.Sets.ListAsync()).Photos);
        // The backup is the first database as it was.
        using var first = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={storage.Backup};Pooling=False");
        first.Open();
        using var count = first.CreateCommand();
        count.CommandText = "SELECT (SELECT COUNT(*) FROM Photos) || ' ' || (SELECT COUNT(*) FROM Takes) || ' ' || (SELECT COUNT(*) FROM Steps)";
        Assert.Equal("2 3 3", count.ExecuteScalar());
    }
}
