using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Yarnwheel.Core;
using Yarnwheel.Data.Store;
using Yarnwheel.Web.Pages.Bench;
using Yarnwheel.Web.Shortcuts;

namespace Yarnwheel.Web.Tests;

public sealed class ShortcutTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    [Fact]
    public void No_two_commands_begin_with_the_same_key()
    {
        foreach (var second in (bool[])[false, true])
        {
            var keys = ShortcutList.All.Where(s => s.IsChangeable && s.Way == ShortcutWay.Second == second).Select(s => s.Key).ToList();
            Assert.Equal(keys.Count, keys.Distinct().Count());
            Assert.All(keys, key => Assert.Single(key));
        }
        Assert.Equal(ShortcutList.All.Count, ShortcutList.All.Select(s => s.Id).Distinct().Count());
    }

    [Fact]
    public void The_page_of_keys_tells_every_one()
    {
        var page = File.ReadAllText(Path.Combine(Root(), "docs", "shortcuts.md"));
        foreach (var s in ShortcutList.All)
        {
            var key = s.Way switch { ShortcutWay.Second => $"E {s.Key}", ShortcutWay.Hold => $"{s.Key} held", _ => s.Key };
            Assert.Contains($"| {key} | {s.Words} |", page, StringComparison.Ordinal);
        }
    }

    [Fact]
    public void A_kind_has_the_first_letter_of_its_word()
    {
        foreach (var kind in PartKind.All) Assert.Equal(kind.Key, kind.Words["by ".Length..][..1].ToUpperInvariant());
    }

    [Fact]
    public async Task A_changed_key_is_kept_with_the_data_and_what_had_it_gets_the_old_one()
    {
        var answer = await ChangeAsync("veil", "m");
        Assert.Equal("M was the key of “mask alone”; that has V now.", (string)answer["warning"]!);
        Assert.Equal("M", KeyOf(answer, "veil"));
        Assert.Equal("V", KeyOf(answer, "mask"));
        Assert.Null((string?)(await ChangeAsync("stitch", "ö"))["warning"]);
        // As another start of the application reads it.
        var desk = new ShortcutDesk(new DataFolder(app.Data));
        Assert.Equal(("M", "V", "Ö", "K"), (desk["veil"], desk["mask"], desk["stitch"], desk["kept"]));
        var page = await app.Client.GetStringAsync($"/bench/{await app.AddTakeAsync()}", TestContext.Current.CancellationToken);
        Assert.Contains("<kbd data-key-of=\"veil\">M</kbd>", page, StringComparison.Ordinal);

        answer = (await (await app.PostAsync("/shortcuts/reset")).Content.ReadFromJsonAsync<JsonNode>(TestContext.Current.CancellationToken))!;
        Assert.All(ShortcutList.All, s => Assert.Equal(s.Key, KeyOf(answer, s.Id)));
    }

    [Theory]
    [InlineData("undo", "u")]
    [InlineData("nothing", "u")]
    [InlineData("veil", "")]
    [InlineData("veil", " ")]
    [InlineData("veil", "?")]
    [InlineData("veil", "Enter")]
    public async Task What_is_no_key_or_can_not_be_changed_is_refused(string id, string key)
    {
        var answer = await app.PostAsync("/shortcuts", new { id, key });
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Equal("V", new ShortcutDesk(new DataFolder(app.Data))["veil"]);
    }

    [Theory]
    [InlineData("not json")]
    [InlineData("""{"veil":"too long","undo":"U","nothing":"N"}""")]
    public void A_file_of_keys_that_can_not_be_read_leaves_the_usual_ones(string written)
    {
        File.WriteAllText(Path.Combine(app.Data, "shortcuts.json"), written);
        var desk = new ShortcutDesk(new DataFolder(app.Data));
        Assert.All(ShortcutList.All, s => Assert.Equal(s.Key, desk[s.Id]));
        Assert.Throws<YarnwheelException>(() => desk.Change("undo", "U"));
    }

    private static string KeyOf(JsonNode answer, string id) => (string)answer["shortcuts"]!.AsArray().First(s => (string)s!["id"]! == id)!["key"]!;

    private async Task<JsonNode> ChangeAsync(string id, string key) =>
        (await (await app.PostAsync("/shortcuts", new { id, key })).Content.ReadFromJsonAsync<JsonNode>(TestContext.Current.CancellationToken))!;

    private static string Root()
    {
        var folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder, "Yarnwheel.slnx"))) folder = Path.GetDirectoryName(folder)!;
        return folder;
    }
}
