using System.Net;
using System.Text;

namespace Yarnwheel.Web.Tests;

public sealed class SafetyTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    [Fact]
    public async Task Every_answer_tells_the_browser_to_run_only_what_ships()
    {
        foreach (var url in (string[])["/", "/js/bench.js", "/bench/99/state", "/nothing"])
        {
            var policy = string.Join(' ', (await app.Client.GetAsync(url)).Headers.GetValues("Content-Security-Policy"));
            Assert.Contains("default-src 'none'", policy);
            Assert.DoesNotContain("unsafe", policy);
        }
    }

    [Fact]
    public async Task Pages_carry_no_inline_script_or_style()
    {
        var take = await app.AddTakeAsync();
        foreach (var url in (string[])["/", "/copies", "/keeping", "/help", $"/bench/{take}", $"/bench/{take}?handler=Panel&area=0", $"/bench/{take}?handler=Save"])
        {
            var html = await app.Client.GetStringAsync(url);
            Assert.DoesNotContain(" style=", html);
            Assert.DoesNotContain("<style", html);
            Assert.DoesNotContain(" onclick=", html);
            Assert.DoesNotMatch("<script(?![^>]*src=)", html);
        }
    }

    [Theory]
    [InlineData("evil.example")]
    [InlineData("127.0.0.1.evil.example")]
    public async Task A_strange_host_is_refused(string host)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, "/");
        request.Headers.Host = host;
        Assert.Equal(HttpStatusCode.BadRequest, (await app.Client.SendAsync(request)).StatusCode);
    }

    [Fact]
    public async Task What_is_announced_to_be_too_large_is_answered_with_words()
    {
        var take = await app.AddTakeAsync();
        using var large = new ByteArrayContent(new byte[31_000_000]);
        var answer = await app.PostAsync($"/bench/{take}/recipe?revision=1&window=w", large);
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, answer.StatusCode);
        Assert.Contains("the limit is 30 MB", await answer.Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task What_is_measured_can_be_listened_to()
    {
        var heard = new System.Collections.Concurrent.ConcurrentDictionary<string, double>();
        using var listener = new System.Diagnostics.Metrics.MeterListener();
        listener.InstrumentPublished = (instrument, own) => { if (instrument.Meter.Name == Hosting.Meters.Name) own.EnableMeasurementEvents(instrument); };
        listener.SetMeasurementEventCallback<double>((instrument, value, _, _) => heard[instrument.Name] = value);
        listener.SetMeasurementEventCallback<long>((instrument, value, _, _) => heard[instrument.Name] = value);
        listener.SetMeasurementEventCallback<int>((instrument, value, _, _) => heard[instrument.Name] = value);
        listener.Start();
        var take = await app.AddTakeAsync();
        (await app.Client.GetAsync($"/bench/{take}/frame?x=0&y=0&width=90&height=60&scale=1&show=result")).EnsureSuccessStatusCode();
        listener.RecordObservableInstruments();
        Assert.True(heard["yarnwheel.frame.duration"] > 0 && heard["yarnwheel.photo.open"] >= 1 && heard["yarnwheel.memory"] > 1e6 && heard["yarnwheel.frame.queue"] >= 0);
    }

    [Fact]
    public async Task A_change_without_the_page_s_token_is_refused()
    {
        var take = await app.AddTakeAsync();
        foreach (var url in (string[])[$"/bench/{take}/edit", $"/bench/{take}/undo", "/shelf/photos", "/shelf/photos/1/remove", $"/bench/{take}/copies", $"/bench/{take}/frame"])
        {
            using var content = new StringContent("{}", Encoding.UTF8, "application/json");
            var answer = await app.Client.PostAsync(url, content);
            Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
            Assert.Contains("nothing was changed", await answer.Content.ReadAsStringAsync());
        }
        Assert.Contains("photo-card", await app.Client.GetStringAsync("/"));
    }

    [Fact]
    public async Task A_name_with_markup_or_path_characters_is_shown_as_text()
    {
        var rgb = new byte[3 * 20 * 20];
        (await app.AddAsync(Codecs.FrameEncoder.Png(rgb, 20, 20), "../<script>alert(1)</script>.png")).EnsureSuccessStatusCode();
        var html = await app.Client.GetStringAsync("/");
        Assert.DoesNotContain("<script>alert", html);
        Assert.DoesNotContain("../", html);
    }

    [Fact]
    public async Task Files_that_are_no_photo_are_refused_with_a_sentence()
    {
        foreach (var (bytes, words) in (List<(byte[], string)>)
        [
            ("hello"u8.ToArray(), "not a picture"),
            ([], "empty"),
            (Codecs.FrameEncoder.Png(new byte[3 * 2000 * 1600], 2000, 1600), "limit is 3 megapixels"),
            (Codecs.FrameEncoder.Jpeg(new byte[3 * 200 * 160], 200, 160, 90, true)[..700], "damaged"),
        ])
        {
            var answer = await app.AddAsync(bytes, "a.jpg");
            Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
            Assert.Contains(words, await answer.Content.ReadAsStringAsync());
        }
        Assert.DoesNotContain("photo-card", await app.Client.GetStringAsync("/"));
    }
}
