using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using UglyToad.PdfPig;
using Yarnwheel.Web.Copies;

namespace Yarnwheel.Web.Tests;

/// <summary>Copies of many photos: planned, made, paused, fetched as an archive; contact sheets; photos that come by themselves.</summary>
public sealed class CopyTests : IDisposable
{
    private readonly Application app = new();
    private readonly string folder = Directory.CreateTempSubdirectory("yarnwheel-set-").FullName;

    public void Dispose()
    {
        app.Dispose();
        Directory.Delete(folder, recursive: true);
    }

    private async Task<int[]> PhotosAsync(int count)
    {
        for (var k = 1; k <= count; k++) await app.AddTakeAsync(k);
        var shelf = await app.Client.GetStringAsync("/?order=oldest");
        return [.. System.Text.RegularExpressions.Regex.Matches(shelf, "data-photo=\"(\\d+)\"").Select(m => int.Parse(m.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture))];
    }

    private async Task<JsonNode> PlanAsync(object request) => (await (await app.PostAsync("/copies/plan", request)).Content.ReadFromJsonAsync<JsonNode>())!;

    private async Task<string> BeginAsync(object request) => (string)(await (await app.PostAsync("/copies", request)).EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!["id"]!;

    private async Task<JsonNode> EndOfAsync(string id)
    {
        for (var k = 0; k < 600; k++)
        {
            var state = JsonNode.Parse(await app.Client.GetStringAsync($"/copies/{id}"))!;
            if ((string)state["state"]! != "working") return state;
            await Task.Delay(50);
        }
        throw new TimeoutException("The copies were not made.");
    }

    [Fact]
    public async Task How_long_it_takes_is_said_before_it_is_begun()
    {
        var take = await app.AddTakeAsync();
        Assert.Contains("about a second", await (await app.PostAsync($"/bench/{take}/copies/forecast", new { name = "x", wish = new { format = "avif" } })).Content.ReadAsStringAsync());
        var shelf = System.Text.RegularExpressions.Regex.Match(await app.Client.GetStringAsync("/"), "data-photo=\"(\\d+)\"").Groups[1].Value;
        Assert.Contains("about", await (await app.PostAsync("/copies/forecast", new { photos = new[] { int.Parse(shelf, System.Globalization.CultureInfo.InvariantCulture) }, look = Core.Looks.OwnLooks.All[0].Key })).Content.ReadAsStringAsync());
    }

    [Theory]
    [InlineData(0.2, "about a second")]
    [InlineData(4.4, "about 4 seconds")]
    [InlineData(33, "about 35 seconds")]
    [InlineData(150, "about 2 minutes")]
    public void Times_are_said_in_round_numbers(double seconds, string words) => Assert.Equal(words, CopyForecast.Words(seconds));

    [Fact]
    public async Task Names_are_shown_before_the_start_and_what_is_there_is_minded()
    {
        var photos = await PhotosAsync(3);
        File.WriteAllText(Path.Combine(folder, "1-.jpg"), "there");
        object Request(string clash, string pattern = "{number}:") => new { photos, pattern, clash, target = "folder", folder };
        Assert.Equal(["1- 2.jpg", "2-.jpg", "3-.jpg"], (await PlanAsync(Request("number")))["names"]!.AsArray().Select(n => (string)n!["name"]!));
        Assert.Equal("skipped", (string)(await PlanAsync(Request("skip")))["names"]![0]!["fate"]!);
        Assert.Equal(":", (string)(await PlanAsync(Request("replace")))["forbidden"]!);
        var refused = await app.PostAsync("/copies/plan", Request("number", "{camera}"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        Assert.Contains("{camera} can’t be filled in", await refused.Content.ReadAsStringAsync());
        foreach (var wrong in (string[])["relative", "/nowhere/at/all", app.Data, Path.Combine(app.Data, "x")])
            Assert.Equal(HttpStatusCode.UnprocessableEntity, (await app.PostAsync("/copies/plan", new { photos, target = "folder", folder = wrong })).StatusCode);
    }

    [Fact]
    public async Task A_set_goes_into_a_folder_with_a_look_on_each()
    {
        var photos = await PhotosAsync(3);
        var id = await BeginAsync(new { photos, look = Core.Looks.OwnLooks.All[0].Key, pattern = "{photo} {number}", target = "folder", folder, wish = new { format = "png", recipeBeside = true, longerSide = 45 } });
        Assert.Equal("ready", (string)(await EndOfAsync(id))["state"]!);
        Assert.Equal(["a 1.png", "a 1.recipe.json", "a 2.png", "a 2.recipe.json", "a 3.png", "a 3.recipe.json"], Directory.EnumerateFileSystemEntries(folder).Select(f => Path.GetFileName(f)).Order());
        Assert.NotEqual(Core.Recipes.RecipeJson.Write(new Core.Recipes.Recipe()), File.ReadAllText(Path.Combine(folder, "a 1.recipe.json")));
        Assert.Contains("all 3 saved", await app.Client.GetStringAsync("/copies"));
    }

    [Fact]
    public async Task An_archive_is_made_while_it_is_fetched_and_leaves_nothing_behind()
    {
        var photos = await PhotosAsync(7);
        var id = await BeginAsync(new { photos, pattern = "p{number}", target = "zip" });
        Assert.Contains("made while it is fetched", await app.Client.GetStringAsync("/copies"));
        for (var again = 0; again < 2; again++)
        {
            await using var archive = new ZipArchive(await app.Client.GetStreamAsync($"/copies/{id}/zip"), ZipArchiveMode.Read);
            Assert.Equal(Enumerable.Range(1, 7).Select(n => $"p{n}.jpg"), archive.Entries.Select(e => e.FullName));
            Assert.All(archive.Entries, e => Assert.True(e.Length > 500));
        }
        Assert.Empty(Directory.EnumerateFileSystemEntries(Path.Combine(app.Data, "orders", id, "out")));
    }

    [Fact]
    public async Task What_failed_is_said_and_can_be_tried_again_alone()
    {
        var photos = await PhotosAsync(2);
        var originals = Directory.EnumerateFiles(Path.Combine(app.Data, "originals"), "*", SearchOption.AllDirectories).ToList();
        File.Move(originals[0], originals[0] + ".away");
        var id = await BeginAsync(new { photos, pattern = "p{number}", target = "folder", folder });
        Assert.Equal("failed", (string)(await EndOfAsync(id))["state"]!);
        var page = await app.Client.GetStringAsync("/copies");
        Assert.Contains("missing from the store", page);
        Assert.Contains("Try that one again", page);
        File.Move(originals[0] + ".away", originals[0]);
        await app.PostAsync($"/copies/{id}/retry");
        Assert.Equal("ready", (string)(await EndOfAsync(id))["state"]!);
        Assert.Equal(2, Directory.EnumerateFiles(folder).Count());
        await app.PostAsync($"/copies/{id}/remove");
        Assert.Equal(HttpStatusCode.NotFound, (await app.Client.GetAsync($"/copies/{id}")).StatusCode);
        Assert.Equal(2, Directory.EnumerateFiles(folder).Count());
    }

    [Fact]
    public async Task What_an_archive_lacks_is_named_in_it_and_fetched_alone()
    {
        var photos = await PhotosAsync(3);
        var id = await BeginAsync(new { photos, pattern = "p{number}", target = "zip" });
        var original = Directory.EnumerateFiles(Path.Combine(app.Data, "originals"), "*", SearchOption.AllDirectories).First();
        File.Move(original, original + ".away");
        async Task<List<string>> Names(string url)
        {
            await using var archive = new ZipArchive(await app.Client.GetStreamAsync(url), ZipArchiveMode.Read);
            return [.. archive.Entries.Select(e => e.FullName)];
        }
        var first = await Names($"/copies/{id}/zip");
        Assert.Equal((3, "not-made.txt"), (first.Count, first[^1]));
        Assert.Contains("Fetch that one alone", await app.Client.GetStringAsync("/copies"));
        File.Move(original + ".away", original);
        var second = await Names($"/copies/{id}/zip?failed=true");
        Assert.Equal(["p1.jpg", "p2.jpg", "p3.jpg"], first[..2].Concat(second).Order());
        Assert.Contains("all 3 saved", await app.Client.GetStringAsync("/copies"));
    }

    [Fact]
    public async Task An_archive_can_be_paused_while_it_is_fetched_and_is_fetched_by_one_at_a_time()
    {
        var photos = await PhotosAsync(6);
        var id = await BeginAsync(new { photos, pattern = "p{number}", target = "zip", wish = new { format = "avif" } });
        using var fetching = await app.Client.GetAsync($"/copies/{id}/zip", HttpCompletionOption.ResponseHeadersRead);
        await app.PostAsync($"/copies/{id}/pause");
        Assert.Equal(HttpStatusCode.Conflict, (await app.Client.GetAsync($"/copies/{id}/zip")).StatusCode);
        Assert.Contains("data-order-act=\"go-on\"", await app.Client.GetStringAsync("/copies"));
        await app.PostAsync($"/copies/{id}/go-on");
        await using var archive = new ZipArchive(await fetching.Content.ReadAsStreamAsync(), ZipArchiveMode.Read);
        Assert.Equal(Enumerable.Range(1, 6).Select(n => $"p{n}.avif"), archive.Entries.Select(e => e.FullName));
    }

    [Fact]
    public async Task A_paused_set_waits_and_a_cancelled_one_can_go_on_after_all()
    {
        var photos = await PhotosAsync(4);
        var id = await BeginAsync(new { photos, pattern = "p{number}", target = "folder", folder, wish = new { format = "avif" } });
        await app.PostAsync($"/copies/{id}/pause");
        var made = Directory.EnumerateFiles(folder).Count();
        Assert.True(made < 4);
        await app.PostAsync($"/copies/{id}/cancel");
        Assert.Equal("cancelled", (string)(await EndOfAsync(id))["state"]!);
        await app.PostAsync($"/copies/{id}/retry");
        Assert.Equal("ready", (string)(await EndOfAsync(id))["state"]!);
        Assert.Equal(4, Directory.EnumerateFiles(folder, "*.avif").Count());
    }

    [Fact]
    public async Task A_contact_sheet_is_a_page_and_a_PDF_with_every_name()
    {
        var photos = await PhotosAsync(5);
        var list = string.Join(',', photos);
        Assert.Equal(5, (await app.Client.GetStringAsync($"/sheet?photos={list}&across=2")).Split("<li>").Length - 1);
        using var pdf = PdfDocument.Open(await app.Client.GetByteArrayAsync($"/sheet.pdf?photos={list}&across=1&title=Winter%20wool"));
        Assert.Equal(5, pdf.NumberOfPages);
        Assert.Equal(5, pdf.GetPages().Sum(p => p.GetImages().Count()));
        var text = string.Join(' ', pdf.GetPages().SelectMany(p => p.GetWords()).Select(w => w.Text));
        Assert.Contains("Winter wool", text);
        Assert.Equal(5, text.Split("Take 1").Length - 1);
        Assert.Equal(HttpStatusCode.NotFound, (await app.Client.GetAsync("/sheet.pdf?photos=999")).StatusCode);
    }

    [Fact]
    public async Task A_copy_with_its_recipe_inside_brings_its_take_back()
    {
        var take = await app.AddTakeAsync(3);
        (await app.PostAsync($"/bench/{take}/edit", new { revision = 1, label = "Colour", change = new[] { new { op = "replace", path = "/ground/colour", value = 40 } }, window = "w" })).EnsureSuccessStatusCode();
        var begun = (await (await app.PostAsync($"/bench/{take}/copies", new { name = "c", wish = new { embedRecipe = true, longerSide = 50 } })).Content.ReadFromJsonAsync<JsonNode>())!;
        await EndOfAsync((string)begun["id"]!);
        var copy = await app.Client.GetByteArrayAsync($"/copies/{begun["id"]}/file");
        var added = (await (await app.AddAsync(copy, "c.jpg")).Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Equal("Take 2", (string)added["brought"]!["name"]!);
        Assert.Equal(40, (double)(await app.StateAsync((int)added["brought"]!["id"]!))["recipe"]!["ground"]!["colour"]!);
        // Where the photo is not there, the copy comes as one, and its recipe with it.
        using var elsewhere = new Application();
        var other = (await (await elsewhere.AddAsync(copy, "c.jpg")).Content.ReadFromJsonAsync<JsonNode>())!;
        Assert.Null(other["brought"]);
        Assert.Equal(3, (await elsewhere.Client.GetStringAsync("/")).Split("/bench/").Length - 1);
    }

    [Fact]
    public async Task A_photo_comes_from_the_watched_folder_once_it_is_whole()
    {
        using var watching = new Application { Watch = folder };
        var shelf = await watching.Client.GetStringAsync("/");
        Assert.Contains(folder, shelf);
        using var news = await watching.Client.GetStreamAsync("/shelf/changes");
        using var lines = new StreamReader(news);
        await lines.ReadLineAsync();
        var rgb = new byte[3 * 90 * 60];
        new Random(5).NextBytes(rgb);
        var png = Codecs.FrameEncoder.Png(rgb, 90, 60);
        var path = Path.Combine(folder, "shot.png");
        await File.WriteAllBytesAsync(path, png[..(png.Length / 2)]);
        await Task.Delay(2500);
        Assert.DoesNotContain("/bench/", await watching.Client.GetStringAsync("/"));
        await File.WriteAllBytesAsync(path, png);
        string? line;
        do line = await lines.ReadLineAsync(new CancellationTokenSource(TimeSpan.FromSeconds(30)).Token);
        while (line?.StartsWith("data:", StringComparison.Ordinal) != true);
        Assert.Contains("\"label\":\"shot\"", line);
        Assert.Contains("/bench/", await watching.Client.GetStringAsync("/"));
        Assert.True(File.Exists(path));
    }
}
