using System.Xml.Linq;

namespace Yarnwheel.Core.Tests;

/// <summary>Dependencies point one way: Web and Cli → Data, Codecs → Core.</summary>
public class ArchitectureTests
{
    private static readonly Dictionary<string, string[]> Allowed = new()
    {
        ["Yarnwheel.Core"] = [],
        ["Yarnwheel.Codecs"] = ["Yarnwheel.Core"],
        ["Yarnwheel.Data"] = ["Yarnwheel.Core", "Yarnwheel.Codecs"],
        ["Yarnwheel.Web"] = ["Yarnwheel.Core", "Yarnwheel.Codecs", "Yarnwheel.Data"],
        ["Yarnwheel.Cli"] = ["Yarnwheel.Core", "Yarnwheel.Codecs", "Yarnwheel.Data"],
        ["Yarnwheel.DemoScenes"] = ["Yarnwheel.Core", "Yarnwheel.Codecs"],
    };

    [Fact]
    public void Each_project_refers_only_to_those_below_it()
    {
        foreach (var (project, allowed) in Allowed)
        {
            var references = Elements(project, "ProjectReference").Select(r => Path.GetFileNameWithoutExtension(r));
            Assert.Empty(references.Except(allowed));
        }
    }

    [Fact]
    public void The_core_depends_on_the_base_class_library_alone() =>
        Assert.Empty(Elements("Yarnwheel.Core", "PackageReference").Except(["System.Numerics.Tensors"]));

    [Fact]
    public void The_core_does_no_input_or_output()
    {
        foreach (var file in Directory.EnumerateFiles(Repository.File("src/Yarnwheel.Core"), "*.cs", SearchOption.AllDirectories))
        {
            if (file.Contains($"{Path.DirectorySeparatorChar}obj{Path.DirectorySeparatorChar}")) continue;
            var text = File.ReadAllText(file);
            foreach (var word in (string[])["System.IO", "File.", "HttpClient", "Console."])
                Assert.DoesNotContain(word, text, StringComparison.Ordinal);
        }
    }

    private static IEnumerable<string> Elements(string project, string name) =>
        XDocument.Load(Repository.File($"src/{project}/{project}.csproj")).Descendants(name).Select(e => (string)e.Attribute("Include")!);
}
