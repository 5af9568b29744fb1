using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Storage.Tests;

public sealed class JournalTests : IDisposable
{
    private readonly TempFolder folder = new();
    private readonly Storage storage;

    public JournalTests()
    {
        Yarnwheel.Codecs.CodecLibrary.Prepare();
        storage = new Storage(folder.File("data"));
    }

    public void Dispose()
    {
        Storage.Release();
        folder.Dispose();
    }

    private async Task<int> TakeAsync() => (await storage.AddAsync(TestPhotos.Write(folder, "a.png"))).Takes[0].Id;

    private static JsonArray Ground(double colour) => [new JsonObject { ["op"] = "replace", ["path"] = "/ground/colour", ["value"] = colour }];

    [Fact]
    public async Task Edits_are_undone_and_redone_by_name_also_after_a_restart()
    {
        var take = await TakeAsync();
        var state = await storage.Journal.ReadAsync(take);
        for (var k = 1; k <= 40; k++) state = await storage.Journal.EditAsync(take, state!.Revision, $"Colour {k}", Ground(k));
        Assert.Equal((40.0, "Colour 40", null), (state!.Recipe.Ground.Colour, state.UndoLabel, state.RedoLabel));

        var again = new Storage(folder.File("data"));
        state = await again.Journal.ReadAsync(take);
        for (var k = 40; k >= 1; k--)
        {
            Assert.Equal(k, state!.Recipe.Ground.Colour);
            Assert.Equal($"Colour {k}", state.UndoLabel);
            state = await again.Journal.UndoAsync(take, state.Revision);
        }
        Assert.Equal((0.0, null, "Colour 1"), (state!.Recipe.Ground.Colour, state.UndoLabel, state.RedoLabel));
        var atTheBeginning = await again.Journal.UndoAsync(take, state.Revision);
        // Nothing is taken back, and nothing is counted as a change.
        Assert.Equal(RecipeJson.WriteCompact(new Recipe()), RecipeJson.WriteCompact(atTheBeginning.Recipe));
        Assert.Equal((state.Revision, null, "Colour 1"), (atTheBeginning.Revision, atTheBeginning.UndoLabel, atTheBeginning.RedoLabel));

        state = await again.Journal.ReadAsync(take);
        for (var k = 1; k <= 40; k++) state = await again.Journal.RedoAsync(take, state!.Revision);
        Assert.Equal(40, state!.Recipe.Ground.Colour);
    }

    [Fact]
    public async Task An_edit_after_an_undo_begins_a_new_branch()
    {
        var take = await TakeAsync();
        var state = await storage.Journal.EditAsync(take, 1, "one", Ground(1));
        state = await storage.Journal.EditAsync(take, state.Revision, "two", Ground(2));
        state = await storage.Journal.UndoAsync(take, state.Revision);
        state = await storage.Journal.EditAsync(take, state.Revision, "three", Ground(3));
        Assert.Equal(("three", null, 2), (state.UndoLabel, state.RedoLabel, state.Steps));
    }

    [Fact]
    public async Task What_is_kept_is_answered_even_if_whoever_asked_has_gone()
    {
        var take = await TakeAsync();
        using var gone = new CancellationTokenSource();
        // The browser leaves while the change is being committed.
        var journal = new TakeJournal(new CancellingContexts(storage, gone));
        var state = await journal.EditAsync(take, 1, "kept", Ground(10), null, gone.Token);
        Assert.True(gone.IsCancellationRequested);
        Assert.Equal((2L, 10.0, "kept"), (state.Revision, state.Recipe.Ground.Colour, state.UndoLabel));
    }

    [Fact]
    public async Task A_stale_edit_is_refused_and_told_the_newest_state()
    {
        var take = await TakeAsync();
        await storage.Journal.EditAsync(take, 1, "first", Ground(10));
        var refusal = await Assert.ThrowsAsync<StaleRevisionException>(() => storage.Journal.EditAsync(take, 1, "second", Ground(20)));
        Assert.Equal(10, refusal.Newest!.Recipe.Ground.Colour);
        Assert.Equal(10, (await storage.Journal.ReadAsync(take))!.Recipe.Ground.Colour);
    }

    [Fact]
    public async Task Of_many_edits_at_once_on_one_revision_exactly_one_is_kept()
    {
        var take = await TakeAsync();
        var outcomes = await Task.WhenAll(Enumerable.Range(1, 12).Select(async k =>
        {
            try
            {
                await storage.Journal.EditAsync(take, 1, $"{k}", Ground(k));
                return true;
            }
            catch (StaleRevisionException)
            {
                return false;
            }
        }));
        Assert.Single(outcomes, kept => kept);
    }

    [Fact]
    public async Task An_edit_that_makes_the_recipe_wrong_changes_nothing()
    {
        var take = await TakeAsync();
        var refusal = await Assert.ThrowsAsync<RecipeException>(() => storage.Journal.EditAsync(take, 1, "bad", Ground(1000)));
        Assert.Equal("ground.colour", refusal.Faults[0].Path);
        var state = await storage.Journal.ReadAsync(take);
        Assert.Equal((1L, 0), (state!.Revision, state.Steps));
    }

    [Fact]
    public async Task The_log_is_written_ahead_and_flushed()
    {
        await using var context = storage.CreateDbContext();
        await context.Database.OpenConnectionAsync();
        async Task<object?> Pragma(string name)
        {
            await using var command = context.Database.GetDbConnection().CreateCommand();
            command.CommandText = $"PRAGMA {name}";
            return await command.ExecuteScalarAsync();
        }
        Assert.Equal("wal", await Pragma("journal_mode"));
        Assert.Equal(2L, await Pragma("synchronous"));     // sqlite.org/pragma.html: FULL is 2
    }

    [Fact]
    public void A_database_of_an_older_shape_is_backed_up_before_it_is_migrated()
    {
        Assert.Null(storage.Backup);
        Storage.Release();
        using (var context = storage.CreateDbContext())
            context.Database.ExecuteSqlRaw("DELETE FROM __EFMigrationsHistory WHERE MigrationId LIKE '%OwnMixes'; DROP TABLE Mixes; CREATE TABLE Old (A TEXT); INSERT INTO Old VALUES ('kept');");
        Storage.Release();
        var migrated = new Storage(folder.File("data"));
        Assert.NotNull(migrated.Backup);
        using var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={migrated.Backup};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT A FROM Old";
        Assert.Equal("kept", command.ExecuteScalar());
    }
}
