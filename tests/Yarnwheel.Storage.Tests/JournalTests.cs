using System.Text.Json.Nodes;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
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

    /// <summary>Edits, steps back and forth and jumps in any order; what each step gave is remembered beside the journal.</summary>
    [Theory]
    [InlineData(1, 150)]
    [InlineData(2, 150)]
    [InlineData(3, 60)]
    public async Task No_step_is_ever_lost_whatever_way_is_gone(int seed, int moves)
    {
        var take = await TakeAsync();
        var random = new Random(seed);
        var state = (await storage.Journal.ReadAsync(take))!;
        var given = new Dictionary<int, double> { [0] = 0 };
        for (var k = 1; k <= moves; k++)
        {
            var move = random.Next(10);
            if (move < 5)
            {
                state = await storage.Journal.EditAsync(take, state.Revision, $"{k}", Ground(k / 2.0));
                Assert.True(given.TryAdd(state.Step, k / 2.0));
            }
            else if (move < 7) state = await storage.Journal.UndoAsync(take, state.Revision);
            else if (move < 8) state = await storage.Journal.RedoAsync(take, state.Revision);
            else state = await storage.Journal.GoToAsync(take, state.Revision, random.Next(given.Count));
            Assert.Equal(given[state.Step], state.Recipe.Ground.Colour);
            if (state.UndoLabel is not null && random.Next(4) == 0)
            {
                // There and back again.
                var here = state.Step;
                state = await storage.Journal.RedoAsync(take, (await storage.Journal.UndoAsync(take, state.Revision)).Revision);
                Assert.Equal(here, state.Step);
            }
        }
        foreach (var (step, colour) in given) Assert.Equal(colour, (await storage.Journal.RecipeAtAsync(take, step)).Ground.Colour);
        // Every step is on the way, ahead of it, or in a way left aside.
        var page = await storage.History.PageAsync(take);
        Assert.Equal(given.Count - 1, page.Total);
        Assert.Equal(given.Count, page.Steps.Count + page.Steps.Sum(s => s.Aside.Sum(w => w.Count)));
        Assert.Equal(state.Step, page.Here);
    }

    [Fact]
    public async Task A_way_that_was_left_is_found_again_and_gone_on_with()
    {
        var take = await TakeAsync();
        var state = await storage.Journal.EditAsync(take, 1, "one", Ground(1));
        state = await storage.Journal.EditAsync(take, state.Revision, "two", Ground(2));
        state = await storage.Journal.UndoAsync(take, state.Revision);
        state = await storage.Journal.EditAsync(take, state.Revision, "three", Ground(3));
        var steps = (await storage.History.PageAsync(take)).Steps;
        Assert.Equal(["three", "one", "As it began"], steps.Select(s => s.Label));
        var left = Assert.Single(steps[1].Aside);
        Assert.Equal((2, 1, "two"), (left.Last, left.Count, left.Label));
        state = await storage.Journal.GoToAsync(take, state.Revision, left.Last);
        Assert.Equal((2.0, "two", null), (state.Recipe.Ground.Colour, state.UndoLabel, state.RedoLabel));
        // Redo now goes along this way, and the other is the one left.
        state = await storage.Journal.UndoAsync(take, state.Revision);
        Assert.Equal("two", state.RedoLabel);
        Assert.Equal("three", Assert.Single((await storage.History.PageAsync(take)).Steps.Single(s => s.Label == "one").Aside).Label);
        await Assert.ThrowsAsync<Yarnwheel.Core.YarnwheelException>(() => storage.Journal.GoToAsync(take, state.Revision, 99));
    }

    [Fact]
    public async Task Old_steps_are_thinned_to_one_a_day_and_every_picture_that_is_left_stays_the_same()
    {
        var take = await TakeAsync();
        var state = (await storage.Journal.ReadAsync(take))!;
        for (var k = 1; k <= 90; k++) state = await storage.Journal.EditAsync(take, state.Revision, $"{k}", Ground(k));
        // Thirty a day; the fortieth is named, and at the fiftieth another way begins.
        await using (var context = storage.CreateDbContext())
            await context.Database.ExecuteSqlAsync($"UPDATE Steps SET At = datetime('2020-01-01', '+' || ((Number - 1) / 30) || ' days', '+' || Number || ' minutes') WHERE TakeId = {take} AND Number > 0");
        await storage.History.NameAsync(take, 40, "calm wall");
        state = await storage.Journal.GoToAsync(take, state.Revision, 50);
        state = await storage.Journal.EditAsync(take, state.Revision, "aside", Ground(100));
        state = await storage.Journal.GoToAsync(take, state.Revision, 85);

        Assert.Equal(0, await storage.History.ThinAsync(take, new DateTime(2019, 1, 1, 0, 0, 0, DateTimeKind.Utc), isTrial: true));
        var before = new DateTime(2021, 1, 1, 0, 0, 0, DateTimeKind.Utc);
        var fewer = await storage.History.ThinAsync(take, before, isTrial: true);
        Assert.Equal(fewer, await storage.History.ThinAsync(take, before, isTrial: false));
        Assert.Equal(0, await storage.History.ThinAsync(take, before, isTrial: true));
        // Left of the ninety: 30, 40, 50, 60, 85 and 90, with the one aside.
        var steps = (await storage.History.PageAsync(take)).Steps;
        Assert.Equal([90, 85, 60, 50, 40, 30, 0], steps.Select(s => s.Number));
        Assert.Equal(90 + 1 - 7, fewer);
        foreach (var step in steps.Where(s => s.Number > 0)) Assert.Equal(step.Number, (await storage.Journal.RecipeAtAsync(take, step.Number)).Ground.Colour);
        Assert.Equal("30 steps, the last: 30", steps[5].Label);
        Assert.Equal("calm wall", steps[4].Name);
        // Undo and redo run through what is left.
        var seen = new List<double>();
        for (state = await storage.Journal.ReadAsync(take); state!.UndoLabel is not null; state = await storage.Journal.UndoAsync(take, state.Revision)) seen.Add(state.Recipe.Ground.Colour);
        Assert.Equal([85, 60, 50, 40, 30], seen);
        for (var k = 0; k < 6; k++) state = await storage.Journal.RedoAsync(take, state.Revision);
        Assert.Equal(90, state.Recipe.Ground.Colour);
    }

    [Fact]
    public async Task Steps_are_named_and_found_in_pages()
    {
        var take = await TakeAsync();
        var state = (await storage.Journal.ReadAsync(take))!;
        for (var k = 1; k <= 450; k++) state = await storage.Journal.EditAsync(take, state.Revision, $"Colour {k}", Ground(k % 100));
        await storage.History.NameAsync(take, 7, "100 % of it");
        var first = await storage.History.PageAsync(take);
        var second = await storage.History.PageAsync(take, first.More!.Value);
        var third = await storage.History.PageAsync(take, second.More!.Value);
        Assert.Equal((450, 250, 50, null), (first.Steps[0].Number, second.Steps[0].Number, third.Steps[0].Number, third.More));
        Assert.Equal(51, third.Steps.Count);
        Assert.Equal([7], (await storage.History.PageAsync(take, find: "100 %")).Steps.Select(s => s.Number));
        Assert.Equal(111, (await storage.History.PageAsync(take, find: "colour 1")).Steps.Count);
        await Assert.ThrowsAsync<Yarnwheel.Core.YarnwheelException>(() => storage.History.NameAsync(take, 7, new string('x', 61)));
    }

    [Fact]
    public async Task A_journal_that_was_a_line_becomes_a_tree_with_all_its_steps()
    {
        var take = await TakeAsync();
        var state = (await storage.Journal.ReadAsync(take))!;
        for (var k = 1; k <= 40; k++) state = await storage.Journal.EditAsync(take, state.Revision, $"Colour {k}", Ground(k));
        for (var k = 0; k < 3; k++) state = await storage.Journal.UndoAsync(take, state.Revision);
        using (var context = storage.CreateDbContext()) context.GetService<IMigrator>().Migrate("OwnMixes");
        Storage.Release();
        var again = new Storage(folder.File("data"));
        Assert.NotNull(again.Backup);
        state = (await again.Journal.ReadAsync(take))!;
        Assert.Equal((37, "Colour 37", "Colour 38"), (state.Step, state.UndoLabel, state.RedoLabel));
        for (var k = 0; k <= 40; k++) Assert.Equal(k, (await again.Journal.RecipeAtAsync(take, k)).Ground.Colour);
        for (var k = 0; k < 3; k++) state = await again.Journal.RedoAsync(take, state.Revision);
        Assert.Equal(40, state.Recipe.Ground.Colour);
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

    private static JsonArray Vignette(int amount) => [new JsonObject { ["op"] = "replace", ["path"] = "/finish/vignette/amount", ["value"] = amount }];

    [Fact]
    public async Task An_edit_from_an_older_state_is_made_beside_what_came_between_where_they_do_not_meet()
    {
        var take = await TakeAsync();
        await storage.Journal.EditAsync(take, 1, "first", Ground(10));
        var merged = await storage.Journal.EditAsync(take, 1, "second", Vignette(-30));
        Assert.Equal((3L, 10.0, -30.0), (merged.Revision, merged.Recipe.Ground.Colour, merged.Recipe.Finish.Vignette.Amount));
        // It is a step like any other.
        var undone = await storage.Journal.UndoAsync(take, 3);
        Assert.Equal((10.0, 0.0), (undone.Recipe.Ground.Colour, undone.Recipe.Finish.Vignette.Amount));
        // Whoever went back in between did more than the steps say.
        var refusal = await Assert.ThrowsAsync<StaleRevisionException>(() => storage.Journal.EditAsync(take, 2, "third", Ground(30)));
        Assert.Contains("going back", refusal.Message, StringComparison.Ordinal);
        refusal = await Assert.ThrowsAsync<StaleRevisionException>(async () =>
        {
            await storage.Journal.EditAsync(take, 4, "fourth", Ground(40));
            await storage.Journal.EditAsync(take, 4, "fifth", Ground(50));
        });
        Assert.Contains("fourth", refusal.Message, StringComparison.Ordinal);
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
        {
            context.GetService<IMigrator>().Migrate("Start");
            context.Database.ExecuteSqlRaw("CREATE TABLE Old (A TEXT); INSERT INTO Old VALUES ('kept');");
        }
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
