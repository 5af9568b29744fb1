using System.Security.Cryptography;

namespace Yarnwheel.Web.Hosting;

/// <summary>The styles and scripts that ship with the application, under an address that changes with them, so that browsers may keep them for good.</summary>
internal sealed class Assets(IWebHostEnvironment environment)
{
    private readonly System.Collections.Concurrent.ConcurrentDictionary<string, IReadOnlyList<string>> known = new();
    private readonly Lazy<string> prefix = new(() => "/assets-" + VersionOf(environment));

    /// <summary>What their addresses begin with.</summary>
    public string Prefix => prefix.Value;

    /// <summary>Addresses of what a page's script imports, near and far, so that the browser may fetch all at once instead of one depth after the other.</summary>
    public IReadOnlyList<string> Scripts(string page) => known.GetOrAdd(page, p =>
    {
        var found = new List<string>();
        Follow($"/js/{p}.js", found);
        return [.. found.Skip(1).Select(address => Prefix + address)];
    });

    private void Follow(string address, List<string> found)
    {
        var file = environment.WebRootFileProvider.GetFileInfo(address);
        if (!file.Exists || found.Contains(address)) return;
        found.Add(address);
        using var reader = new StreamReader(file.CreateReadStream());
        while (reader.ReadLine() is { } line)
        {
            if (!line.StartsWith("import ", StringComparison.Ordinal) || line.Split('\'') is not [_, ['.', ..] target, _]) continue;
            Follow(new Uri(new Uri("http://page" + address), target).AbsolutePath, found);
        }
    }

    private static string VersionOf(IWebHostEnvironment environment)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        Add("");
        return Convert.ToHexStringLower(hash.GetHashAndReset())[..12];

        void Add(string folder)
        {
            foreach (var entry in environment.WebRootFileProvider.GetDirectoryContents(folder).OrderBy(e => e.Name, StringComparer.Ordinal))
            {
                hash.AppendData(System.Text.Encoding.UTF8.GetBytes(entry.Name));
                if (entry.IsDirectory)
                {
                    Add($"{folder}/{entry.Name}");
                    continue;
                }
                using var stream = entry.CreateReadStream();
                hash.AppendData(SHA256.HashData(stream));
            }
        }
    }
}
