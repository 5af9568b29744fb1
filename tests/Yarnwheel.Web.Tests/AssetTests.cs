using System.Net;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Hosting;
using Microsoft.Extensions.DependencyInjection;

namespace Yarnwheel.Web.Tests;

public sealed partial class AssetTests : IDisposable
{
    private readonly Application app = new();

    public void Dispose() => app.Dispose();

    [Fact]
    public async Task Every_style_and_script_of_a_page_is_there_and_may_be_kept_for_good()
    {
        var take = await app.AddTakeAsync();
        foreach (var page in (string[])["/", $"/bench/{take}"])
        {
            var addresses = Address().Matches(await app.Client.GetStringAsync(page)).Select(m => m.Groups[1].Value).Distinct().ToList();
            Assert.InRange(addresses.Count, 6, 100);
            foreach (var address in addresses)
            {
                var answer = await app.Client.GetAsync(address);
                Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
                Assert.Contains("immutable", answer.Headers.CacheControl!.ToString());
            }
        }
    }

    [Fact]
    public async Task The_Bench_names_all_scripts_it_imports_so_that_none_is_found_late()
    {
        var take = await app.AddTakeAsync();
        var html = await app.Client.GetStringAsync($"/bench/{take}");
        var named = Preload().Matches(html).Select(m => m.Groups[1].Value).ToHashSet();
        var files = app.Services.GetRequiredService<IWebHostEnvironment>().WebRootFileProvider;
        IEnumerable<string> In(string folder) => files.GetDirectoryContents(folder).SelectMany(e => e.IsDirectory ? In($"{folder}/{e.Name}") : [e.Name]);
        // The Shelf has its own.
        var shipped = In("js").Except(In("js/shelf")).Where(name => name.EndsWith(".js", StringComparison.Ordinal)).Except(["bench.js", "shelf.js", "copies.js", "keeping.js", "sign-in.js", "account.js", "passkeys.js", "save-set.js", "upload.js", "theme.js"]);
        Assert.Equal(shipped.Order(), named.Select(Path.GetFileName).Order());
    }

    [GeneratedRegex("(?:href|src)=\"(/assets-[^\"]+)\"")]
    private static partial Regex Address();

    [GeneratedRegex("rel=\"modulepreload\" href=\"([^\"]+)\"")]
    private static partial Regex Preload();
}
