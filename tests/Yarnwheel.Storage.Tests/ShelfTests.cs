using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core;
using Yarnwheel.Core.Looks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Storage.Tests;

public sealed class ShelfTests : IDisposable
{
    private readonly TempFolder folder = new();
    private readonly Storage storage;

    public ShelfTests()
    {
        Yarnwheel.Codecs.CodecLibrary.Prepare();
        storage = new Storage(folder.File("data"));
    }

    public void Dispose()
    {
        Storage.Release();
        folder.Dispose();
    }

    /// <summary>A photo whose file holds nothing: the Shelf does not look into it.</summary>
    private async Task<PhotoRow> PhotoAsync(string name)
    {
        await using var context = storage.CreateDbContext();
        var photo = new PhotoRow { Hash = Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.UTF8.GetBytes(name))), Name = name, Extension = ".jpg", Width = 30, Height = 20, Bits = 8, AddedAt = DateTime.UtcNow, Takes = [TakeShelf.Begin("Take 1", null)] };
        Directory.CreateDirectory(Path.GetDirectoryName(storage.Originals.PathOf(photo.Hash, photo.Extension))!);
        context.Photos.Add(photo);
        await context.SaveChangesAsync();
        return photo;
    }

    private async Task<IEnumerable<string>> NamesAsync(ShelfWish wish) => (await storage.Shelf.ListAsync(wish)).Select(p => p.Name);

    [Fact]
    public async Task Photos_are_sorted_searched_and_narrowed()
    {
        var photos = new List<PhotoRow>();
        foreach (var name in (string[])["rail 10", "Rail 9", "vat_1", "vat 100 %"]) photos.Add(await PhotoAsync(name));
        Assert.Equal(["vat 100 %", "vat_1", "Rail 9", "rail 10"], await NamesAsync(new ShelfWish()));
        Assert.Equal(["rail 10", "Rail 9", "vat_1", "vat 100 %"], await NamesAsync(new ShelfWish(ShelfOrder.Oldest)));
        Assert.Equal(["Rail 9", "rail 10", "vat 100 %", "vat_1"], await NamesAsync(new ShelfWish(ShelfOrder.Name)));
        Assert.Equal(["Rail 9", "rail 10"], await NamesAsync(new ShelfWish(Find: "RAIL")));
        Assert.Equal(["vat_1"], await NamesAsync(new ShelfWish(Find: "_")));
        Assert.Equal(["vat 100 %"], await NamesAsync(new ShelfWish(Find: "%")));

        await storage.Shelf.LikeAsync([photos[0].Id, photos[2].Id], true);
        await storage.Shelf.LikeAsync([photos[0].Id], false);
        Assert.Equal(["vat_1"], await NamesAsync(new ShelfWish(Liked: true)));
        await storage.Journal.EditAsync(photos[1].Takes[0].Id, 1, "x", [new System.Text.Json.Nodes.JsonObject { ["op"] = "replace", ["path"] = "/ground/colour", ["value"] = 5 }]);
        Assert.Equal(["vat 100 %", "vat_1", "rail 10"], await NamesAsync(new ShelfWish(Untouched: true)));
        Assert.Equal("Rail 9", (await NamesAsync(new ShelfWish(ShelfOrder.Worked))).First());
        Assert.True(await storage.Takes.ChooseAsync(photos[3].Takes[0].Id));
        Assert.Equal(["vat 100 %"], await NamesAsync(new ShelfWish(Chosen: true)));
        Assert.False(await storage.Takes.ChooseAsync(photos[3].Takes[0].Id));
        Assert.Empty(await NamesAsync(new ShelfWish(Chosen: true)));
    }

    [Fact]
    public async Task Takes_are_described_ordered_chosen_removed_and_brought_back()
    {
        var photo = await PhotoAsync("a");
        var first = photo.Takes[0].Id;
        var second = (await storage.Takes.AddAsync(photo.Id, new Recipe { Ground = new Ground { Colour = 40 } })).Id;
        var third = (await storage.Takes.AddAsync(photo.Id, null)).Id;
        async Task<ShelfPhoto> Now() => (await storage.Shelf.ListAsync(new ShelfWish())).Single();
        await storage.Takes.DescribeAsync(second, " Quiet wall ", null);
        await storage.Takes.DescribeAsync(second, null, "for the print");
        Assert.Equal(("Quiet wall", "for the print"), ((await Now()).Takes[1].Name, (await Now()).Takes[1].Note));
        await Assert.ThrowsAsync<YarnwheelException>(() => storage.Takes.DescribeAsync(second, "  ", null));
        await storage.Takes.MoveAsync(third, first);
        Assert.Equal([third, first, second], (await Now()).Takes.Select(t => t.Id));
        await storage.Takes.MoveAsync(third, null);
        Assert.Equal([first, second, third], (await Now()).Takes.Select(t => t.Id));

        // The chosen one stands for the photo; else the one worked on last.
        Assert.Equal(third, (await Now()).Shown.Id);
        await storage.Takes.ChooseAsync(first);
        Assert.Equal(first, (await Now()).Shown.Id);
        await storage.Takes.RemoveAsync(first);
        Assert.Equal([second, third], (await Now()).Takes.Select(t => t.Id));
        Assert.Equal("Take 1", Assert.Single(await storage.Takes.RemovedAsync(photo.Id)).Name);
        Assert.Null(await storage.Journal.ReadAsync(first));
        Assert.Empty(await storage.Takes.SweepAsync(DateTime.UtcNow));
        await storage.Takes.BringBackAsync(first);
        Assert.Equal((first, first), ((await Now()).Takes[0].Id, (await Now()).Shown.Id));

        await storage.Takes.RemoveAsync(first);
        await storage.Takes.RemoveAsync(third);
        await Assert.ThrowsAsync<YarnwheelException>(() => storage.Takes.RemoveAsync(second));
        Assert.Equal([first, third], (await storage.Takes.SweepAsync(DateTime.UtcNow + TakeShelf.Grace + TimeSpan.FromMinutes(1))).Order());
        await storage.Takes.BringBackAsync(first);
        Assert.Equal([second], (await Now()).Takes.Select(t => t.Id));
        Assert.Equal(40, (await storage.Journal.RecipeAtAsync(second, 0)).Ground.Colour);
        await using var context = storage.CreateDbContext();
        Assert.False(await context.Steps.AnyAsync(s => s.TakeId == first));
    }

    [Fact]
    public async Task A_photo_is_in_several_sets_and_stays_when_they_go()
    {
        var (a, b) = (await PhotoAsync("a"), await PhotoAsync("b"));
        var rail = await storage.Sets.PutAsync(null, "Rail", [a.Id, b.Id, 999]);
        var wall = await storage.Sets.PutAsync(null, "Wall", [b.Id]);
        await storage.Sets.PutAsync(rail, null, [a.Id]);
        Assert.Equal([(rail, "Rail", 2), (wall, "Wall", 1)], (await storage.Sets.ListAsync()).Select(s => (s.Id, s.Name, s.Photos)));
        Assert.Equal(["b", "a"], await NamesAsync(new ShelfWish(Set: rail)));
        await storage.Sets.TakeOutAsync(rail, [b.Id]);
        Assert.Equal(["a"], await NamesAsync(new ShelfWish(Set: rail)));
        await storage.Sets.RenameAsync(wall, "A wall");
        Assert.Equal("A wall", (await storage.Sets.ListAsync())[0].Name);
        await storage.Library.RemoveAsync(b.Id);
        Assert.Equal(0, (await storage.Sets.ListAsync()).Single(s => s.Id == wall).Photos);
        await storage.Sets.RemoveAsync(rail);
        Assert.Equal(["a"], await NamesAsync(new ShelfWish()));
        await Assert.ThrowsAsync<YarnwheelException>(() => storage.Sets.PutAsync(rail, null, [a.Id]));
        await Assert.ThrowsAsync<YarnwheelException>(() => storage.Sets.PutAsync(null, " ", [a.Id]));
    }

    [Fact]
    public async Task Looks_are_kept_renamed_and_removed()
    {
        var id = await storage.Looks.AddAsync(new Look { Name = " Rail ", Ground = new Ground { Colour = 12 } });
        await storage.Looks.RenameAsync(id, "Wall");
        var kept = Assert.Single(await storage.Looks.ListAsync());
        Assert.Equal(("Wall", 12.0), (kept.Look.Name, kept.Look.Ground!.Colour));
        await Assert.ThrowsAsync<YarnwheelException>(() => storage.Looks.AddAsync(new Look { Name = "" }));
        await storage.Looks.RemoveAsync(id);
        Assert.Null(await storage.Looks.FindAsync(id));
    }
}
