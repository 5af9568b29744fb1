using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;

namespace Yarnwheel.Web.Tests;

/// <summary>Values that no hand would send: each gives a correct picture or a clear refusal, and never a stall.</summary>
public sealed class HostileTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    private async Task<HttpResponseMessage> EditAsync(int take, string change)
    {
        using var body = new StringContent($$"""{"revision":{{(long)(await app.StateAsync(take))["revision"]!}},"label":"Test","window":"w","change":{{change}}}""", Encoding.UTF8, "application/json");
        return await app.PostAsync($"/bench/{take}/edit", body);
    }

    private async Task<HttpResponseMessage> FrameAsync(int take, string show = "result", string draft = "null")
    {
        using var body = new StringContent($$"""{"x":0,"y":0,"width":90,"height":60,"scale":1,"show":"{{show}}","area":null,"fast":false,"draft":{{draft}}}""", Encoding.UTF8, "application/json");
        return await app.PostAsync($"/bench/{take}/frame", body);
    }

    private static string Area(string part) => """[{"op":"add","path":"/areas/-","value":{"name":"A","mask":{"parts":[""" + part + "]}}}]";

    [Theory]
    [InlineData("""{"kind":"ramp","x0":NaN}""")]
    [InlineData("""{"kind":"ramp","x0":"NaN"}""")]
    [InlineData("""{"kind":"ramp","x0":1e400}""")]
    [InlineData("""{"kind":"patch","seeds":[{"x":7,"y":0.5,"reach":20}]}""")]
    [InlineData("""{"kind":"patch","seeds":[{"x":0.5,"y":0.5,"reach":-1}]}""")]
    [InlineData("""{"kind":"patch","seeds":null}""")]
    [InlineData("""{"kind":"colour","picks":[{"x":2,"y":0.5}]}""")]
    [InlineData("""{"kind":"colour","picks":[{"x":0.2}]}""")]
    [InlineData("""{"kind":"hue","from":720,"to":10}""")]
    [InlineData("""{"kind":"outline","nodes":[{"x":0.5,"y":900}]}""")]
    [InlineData("""{"kind":"outline","nodes":[{"x":0.5,"y":0.5,"in":[0]}]}""")]
    [InlineData("""{"kind":"brush","strokes":[{"radius":3,"points":[{"x":0.5,"y":0.5}]}]}""")]
    [InlineData("""{"kind":"brush","strokes":[{"points":[{"x":9,"y":0.5}]}]}""")]
    [InlineData("""{"kind":"brush","strokes":[{"onMask":"some","points":[]}]}""")]
    [InlineData("""{"kind":"light","from":-3}""")]
    [InlineData("""{"kind":"picture","asset":"../../etc/passwd"}""")]
    [InlineData("""{"kind":"lasso"}""")]
    [InlineData("""{"kind":"colour","op":"xor"}""")]
    public async Task A_part_with_impossible_values_is_refused_with_words_and_nothing_is_kept(string part)
    {
        var take = await app.AddTakeAsync();
        var answer = await EditAsync(take, Area(part));
        Assert.InRange((int)answer.StatusCode, 400, 422);
        var words = await answer.Content.ReadAsStringAsync();
        Assert.InRange(words.Length, 20, 600);
        Assert.Contains("Nothing was changed", words);
        Assert.Equal(1, (long)(await app.StateAsync(take))["revision"]!);
        Assert.InRange((int)(await FrameAsync(take, draft: Area(part))).StatusCode, 400, 422);
    }

    [Theory]
    [InlineData("""{"kind":"outline","nodes":[]}""")]
    [InlineData("""{"kind":"brush","strokes":[{"radius":1,"cling":{},"points":[]},{"radius":0,"points":[{"x":-1,"y":2},{"x":2,"y":-1}]}]}""")]
    [InlineData("""{"kind":"outline","nodes":[{"x":0.5,"y":0.5}]}""")]
    [InlineData("""{"kind":"outline","nodes":[{"x":0.5,"y":0.5},{"x":0.5,"y":0.5},{"x":0.5,"y":0.5}],"softness":1}""")]
    [InlineData("""{"kind":"outline","nodes":[{"x":-1,"y":-1},{"x":2,"y":-1},{"x":2,"y":2},{"x":-1,"y":2}]}""")]
    [InlineData("""{"kind":"colour"}""")]
    [InlineData("""{"kind":"colour","picks":[{"x":1,"y":1},{"x0":1,"y0":1,"x1":0,"y1":0}],"reach":0,"fade":0}""")]
    [InlineData("""{"kind":"colour","leaveOut":[{"x":0,"y":0}]}""")]
    [InlineData("""{"kind":"patch"}""")]
    [InlineData("""{"kind":"patch","seeds":[{"x":1,"y":1,"reach":255},{"x":0,"y":0,"reach":0,"takeAway":true}],"fade":0}""")]
    [InlineData("""{"kind":"hue","from":360,"to":0,"fade":180}""")]
    [InlineData("""{"kind":"hue","amounts":[]}""")]
    [InlineData("""{"kind":"hue","amounts":[{"hue":10,"amount":50},{"hue":10,"amount":20}]}""")]
    [InlineData("""{"kind":"light","from":100,"to":0,"fadeFrom":0}""")]
    [InlineData("""{"kind":"light","curve":[{"tone":50,"mask":100},{"tone":50,"mask":0}]}""")]
    [InlineData("""{"kind":"ramp","x0":0.5,"y0":0.5,"x1":0.5,"y1":0.5}""")]
    [InlineData("""{"kind":"ramp","shape":"radial","rx":0,"ry":0,"feather":0}""")]
    public async Task A_part_at_the_edge_of_sense_draws_a_picture_in_every_view(string part)
    {
        var take = await app.AddTakeAsync();
        var kept = await EditAsync(take, Area(part));
        Assert.True(kept.IsSuccessStatusCode, await kept.Content.ReadAsStringAsync());
        foreach (var show in (string[])["result", "veil", "mask", "kept"])
            Assert.Equal(HttpStatusCode.OK, (await FrameAsync(take, show)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await app.Client.GetAsync($"/bench/{take}?handler=Panel&area=0&part=0")).StatusCode);
        foreach (var (x, y, scale) in ((double, double, double)[])[(0.5, 0.5, 1), (0, 1, 1e-9), (1e300, -1e300, 0.3), (0.999999, 1e-12, 64)])
            Assert.Equal(HttpStatusCode.OK, (await app.PostAsync($"/bench/{take}/read", new { x, y, scale, area = 0, part = 0 })).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await app.PostAsync($"/bench/{take}/tones", new { draft = (object?)null, area = 0, part = 0 })).StatusCode);
    }

    [Fact(Timeout = 60_000)]
    public async Task Two_hundred_areas_and_five_hundred_parts_are_drawn_without_a_stall()
    {
        var take = await app.AddTakeAsync();
        var areas = string.Join(',', Enumerable.Range(0, 200).Select(i => $$$"""{"name":"A{{{i}}}","mask":{"parts":[{"kind":"ramp","x0":0.{{{i:000}}},"y0":0.1}]}}"""));
        var parts = string.Join(',', Enumerable.Range(0, 500).Select(i => i % 2 == 0 ? $$"""{"kind":"patch","seeds":[{"x":0.{{i:000}},"y":0.5}]}""" : """{"kind":"hue","from":10,"to":40}"""));
        Assert.Equal(HttpStatusCode.OK, (await EditAsync(take, $$"""[{"op":"replace","path":"/areas","value":[{{areas}}]}]""")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await FrameAsync(take)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await app.Client.GetAsync($"/bench/{take}?handler=Panel&area=199", TestContext.Current.CancellationToken)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await EditAsync(take, $$$"""[{"op":"replace","path":"/areas","value":[{"name":"A","mask":{"parts":[{{{parts}}}]}}]}]""")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await FrameAsync(take, "mask")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await app.Client.GetAsync($"/bench/{take}?handler=Panel&area=0&part=499")).StatusCode);
    }

    [Fact]
    public async Task More_than_the_format_holds_is_refused()
    {
        var take = await app.AddTakeAsync();
        var seeds = string.Join(',', Enumerable.Range(0, 501).Select(_ => """{"x":0.5,"y":0.5}"""));
        Assert.Contains("seeds", await (await EditAsync(take, Area($$"""{"kind":"patch","seeds":[{{seeds}}]}"""))).Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task A_place_outside_the_photo_reads_its_nearest_pixel()
    {
        var take = await app.AddTakeAsync();
        var read = await (await app.PostAsync($"/bench/{take}/read", new { x = 9.0, y = -4.0, area = 77, part = 5 })).Content.ReadFromJsonAsync<JsonNode>();
        Assert.Equal((89, 0), ((int)read!["x"]!, (int)read["y"]!));
    }

    [Fact]
    public async Task A_mask_picture_comes_in_goes_out_and_only_as_what_it_is()
    {
        var take = await app.AddTakeAsync();
        var noise = new byte[3 * 45 * 30];
        new Random(3).NextBytes(noise);
        var png = Codecs.FrameEncoder.Png(noise, 45, 30);
        var asset = (string)(await (await app.PostAsync($"/bench/{take}/mask-picture", new ByteArrayContent(png))).Content.ReadFromJsonAsync<JsonNode>())!["asset"]!;
        Assert.Equal(png, await app.Client.GetByteArrayAsync($"/masks/{asset[7..]}"));
        Assert.Equal(HttpStatusCode.OK, (await EditAsync(take, Area($$"""{"kind":"picture","asset":"{{asset}}"}"""))).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await FrameAsync(take, "mask")).StatusCode);
        Assert.Equal("image/png", (await app.Client.GetAsync($"/bench/{take}/area-picture?area=0")).Content.Headers.ContentType!.MediaType);
        Assert.Equal(HttpStatusCode.NotFound, (await app.Client.GetAsync($"/bench/{take}/area-picture?area=9")).StatusCode);
        foreach (var (bytes, words) in (List<(byte[], string)>)[
            (Codecs.FrameEncoder.Jpeg(new byte[3 * 45 * 30], 45, 30, 90, true), "A mask picture is a PNG"),
            (Codecs.FrameEncoder.Png(new byte[3 * 40 * 40], 40, 40), "must have the photo’s shape"),
            (png[..^900], "damaged"), ("no"u8.ToArray(), "not a picture")])
        {
            var answer = await app.PostAsync($"/bench/{take}/mask-picture", new ByteArrayContent(bytes));
            Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
            Assert.Contains(words, await answer.Content.ReadAsStringAsync());
        }
        Assert.Equal(HttpStatusCode.NotFound, (await app.Client.GetAsync($"/masks/{new string('0', 64)}")).StatusCode);
        var missing = await app.PostAsync($"/bench/{take}/recipe?revision=2&window=w", new ByteArrayContent(Encoding.UTF8.GetBytes(
            $$$"""{"yarnwheel":1,"areas":[{"mask":{"parts":[{"kind":"picture","asset":"sha256:{{{new string('a', 64)}}}"}]}}]}""")));
        Assert.Contains("areas[0].mask.parts[0].asset: this mask picture is not here", await missing.Content.ReadAsStringAsync());
    }

    [Theory]
    [InlineData("{}")]
    [InlineData("""{"x":-5,"y":0.5}""")]
    [InlineData("""{"x0":0.2,"y0":0.2,"x1":7,"y1":0.4}""")]
    [InlineData("null")]
    public async Task A_pick_that_is_no_place_on_the_photo_is_refused_with_words(string pick)
    {
        var take = await app.AddTakeAsync();
        using var body = new StringContent($$"""{"revision":1,"pick":{{pick}},"area":null,"part":null,"leaveOut":false,"window":"w"}""", Encoding.UTF8, "application/json");
        var answer = await app.PostAsync($"/bench/{take}/pick", body);
        Assert.InRange((int)answer.StatusCode, 400, 422);
        Assert.Contains("Nothing was changed", await answer.Content.ReadAsStringAsync());
        Assert.Equal(1, (long)(await app.StateAsync(take))["revision"]!);
    }

    [Fact]
    public async Task An_outline_with_handles_beyond_any_curve_is_refused_and_the_longest_allowed_is_drawn_quickly()
    {
        var take = await app.AddTakeAsync();
        string Outline(string handle) => Area($$"""{"kind":"outline","nodes":[{"x":0.2,"y":0.2,"out":[{{handle}},0]},{"x":0.8,"y":0.3},{"x":0.5,"y":0.8}]}""");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await EditAsync(take, Outline("1e6"))).StatusCode);
        var watch = Stopwatch.StartNew();
        Assert.Equal(HttpStatusCode.OK, (await FrameAsync(take, draft: Outline("4"))).StatusCode);
        Assert.True(watch.Elapsed.TotalSeconds < 20);
    }

    [Fact]
    public async Task The_stitch_line_is_drawn_over_everything_that_has_one()
    {
        var take = await app.AddTakeAsync();
        (await EditAsync(take, Area("""{"kind":"light","from":50}"""))).EnsureSuccessStatusCode();
        foreach (var show in (string[])["result", "original", "grey", "flat", "hue", "mask", "kept", "veil"])
        {
            foreach (var area in (string[])["null", "0"])
            {
                using var body = new StringContent($$"""{"x":0,"y":0,"width":90,"height":60,"scale":1,"show":"{{show}}","area":{{area}},"fast":false,"draft":null,"hue":20,"stitch":true}""", Encoding.UTF8, "application/json");
                Assert.Equal(HttpStatusCode.OK, (await app.PostAsync($"/bench/{take}/frame", body)).StatusCode);
            }
        }
    }
}
