using System.Xml.Linq;

namespace Yarnwheel.Core.Tests;

/// <summary>Dependencies point one way: Web and Cli → Data, Orders → Codecs → Core.</summary>
public class ArchitectureTests
{
    private static readonly Dictionary<string, string[]> Allowed = new()
    {
        ["Yarnwheel.Core"] = [],
        ["Yarnwheel.Codecs"] = ["Yarnwheel.Core"],
        ["Yarnwheel.Data"] = ["Yarnwheel.Core", "Yarnwheel.Codecs"],
        ["Yarnwheel.Orders"] = ["Yarnwheel.Core", "Yarnwheel.Codecs"],
        ["Yarnwheel.Web"] = ["Yarnwheel.Core", "Yarnwheel.Codecs", "Yarnwheel.Data", "Yarnwheel.Orders"],
        ["Yarnwheel.Cli"] = ["Yarnwheel.Core", "Yarnwheel.Codecs", "Yarnwheel.Orders"],
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

    /// <summary>Rooms of the core, from the ground up: each uses only those before it.</summary>
    private static readonly string[] Rooms =
    [
        "Lanes", "Imaging", "Colour", "Photos", "Recipes", "Grey", "Treatments", "Masks", "Masks.Patches", "Masks.Reaches", "Masks.Strokes", "Masks.Finding", "Masks.Edges", "Masks.Learnt", "Masks.Mixtures", "Masks.Matting", "Masks.Strands", "Masks.Segments", "Masks.Gestures", "Masks.Readings", "Masks.Corrections", "Masks.Subjects", "Looks",
        "Rendering.Cache", "Rendering.Operations", "Rendering.Edges", "Rendering.Parts", "Rendering",
    ];

    [Fact]
    public void Each_room_of_the_core_uses_only_those_below_it()
    {
        var core = Repository.File("src/Yarnwheel.Core");
        foreach (var file in Directory.EnumerateFiles(core, "*.cs", SearchOption.AllDirectories))
        {
            var room = Path.GetRelativePath(core, Path.GetDirectoryName(file)!).Replace(Path.DirectorySeparatorChar, '.');
            if (room.StartsWith("obj", StringComparison.Ordinal) || room.StartsWith("bin", StringComparison.Ordinal) || room == ".") continue;
            var own = Array.IndexOf(Rooms, room);
            Assert.True(own >= 0, $"{room} has no place among the rooms");
            foreach (var line in File.ReadLines(file).Where(l => l.StartsWith("using Yarnwheel.Core.", StringComparison.Ordinal)))
            {
                var used = line["using Yarnwheel.Core.".Length..].TrimEnd(';');
                Assert.True(Array.IndexOf(Rooms, used) is var at && at >= 0 && at < own, $"{Path.GetFileName(file)} in {room} uses {used}");
            }
        }
    }

    /// <summary>The one rule of style that building does not check.</summary>
    [Fact]
    public void Imports_are_in_order()
    {
        // System's first, then others, then members of types, then other names for types.
        static int Place(string import) => import.Contains('=', StringComparison.Ordinal) ? 3 : import.StartsWith("static ", StringComparison.Ordinal) ? 2 : import.StartsWith("System", StringComparison.Ordinal) ? 0 : 1;
        foreach (var file in ((string[])["src", "tests", "measure"]).SelectMany(Sources))
        {
            string[] imports = [.. File.ReadLines(file).TakeWhile(l => !l.StartsWith("namespace", StringComparison.Ordinal)).Where(l => l.StartsWith("using ", StringComparison.Ordinal)).Select(l => l["using ".Length..].TrimEnd(';'))];
            Assert.Equal(imports.OrderBy(Place).ThenBy(i => i, StringComparer.OrdinalIgnoreCase), imports);
        }
    }

    private static IEnumerable<string> Sources(string folder) => Directory.EnumerateFiles(Repository.File(folder), "*.cs", SearchOption.AllDirectories)
        .Where(f => !f.Split(Path.DirectorySeparatorChar).Any(p => p is "obj" or "bin"));

    /// <summary>The same bits on every processor: what the library rounds once or twice, as the processor can, is not used.</summary>
    [Fact]
    public void The_core_uses_nothing_that_rounds_as_the_processor_likes()
    {
        foreach (var file in Sources("src/Yarnwheel.Core"))
            foreach (var name in (string[])["Lerp(", "Estimate(", "TensorPrimitives.Dot", "TensorPrimitives.Sum", "TensorPrimitives.Norm"])
                Assert.False(File.ReadAllText(file).Contains(name, StringComparison.Ordinal), $"{Path.GetFileName(file)}: {name}");
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
