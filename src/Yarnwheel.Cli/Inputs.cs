using System.CommandLine;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Looks;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Orders.Making;

namespace Yarnwheel.Cli;

/// <summary>Opens what the commands work on.</summary>
internal static class Inputs
{
    public static Recipe Recipe(FileInfo file) => RecipeJson.Parse(Document(file, "recipe"));

    public static Look Look(FileInfo file) => LookJson.Parse(Document(file, "look"));

    public static CopySource Photo(string path, DirectoryInfo? pictures, int page, CancellationToken cancel)
    {
        if (!File.Exists(path)) throw new CallException($"There is no photo {Path.GetFullPath(path)}.");
        var photo = new PhotoReader(new PhotoLimits()).BeginPage(path, page - 1, cancel);
        if (photo.Note is not null) Console.Error.WriteLine($"yarnwheel: {Path.GetFileName(path)}: {photo.Note}");
        return new CopySource(photo, new PhotoRenderer(photo.Pyramid(), pictures: pictures is null ? null : new MaskPictureFolder(pictures.FullName, new PhotoLimits())), path);
    }

    /// <summary>The option that says which page of a file of several is meant.</summary>
    public static Option<int> Page()
    {
        var page = new Option<int>("--page") { Description = "Which page or frame of the photo's file, from 1.", DefaultValueFactory = _ => 1 };
        page.Validators.Add(given => { if (given.GetValueOrDefault<int>() < 1) given.AddError("--page counts from 1."); });
        return page;
    }

    /// <summary>The option that says where mask pictures are.</summary>
    public static Option<DirectoryInfo> Pictures() => new("--pictures") { Description = "Folder of the mask pictures that by-picture parts name; the recipe's own when left out." };

    /// <summary>Refuses an output that is there already, has no folder, or is one of the inputs, whatever is asked for.</summary>
    public static void CheckOutput(string output, bool force, params ReadOnlySpan<string> inputs)
    {
        if (Streams.IsStandard(output)) return;
        var file = new FileInfo(output);
        foreach (var input in inputs)
            if (!Streams.IsStandard(input) && Target(input) == Target(output)) throw new CallException($"{file.FullName} is what is read from; an original is never written over, also with --force.");
        if (file.Exists && !force) throw new CallException($"{file.FullName} is there already; --force replaces it.");
        if (file.Directory is { Exists: false }) throw new CallException($"There is no folder {file.Directory.FullName}.");
    }

    /// <summary>The file that a path leads to in the end.</summary>
    public static string Target(string path)
    {
        var file = new FileInfo(path);
        return file.Exists && file.ResolveLinkTarget(returnFinalTarget: true) is { } target ? target.FullName : file.FullName;
    }

    /// <summary>A document's bytes.</summary>
    public static byte[] Document(FileInfo file, string kind)
    {
        if (!file.Exists) throw new CallException($"There is no {kind} {file.FullName}.");
        if (file.Length > RecipeJson.LargestDocument) throw new CallException($"{file.Name} is too large for a {kind}.");
        return File.ReadAllBytes(file.FullName);
    }
}
