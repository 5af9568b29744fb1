using System.CommandLine;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Cli;

/// <summary>Opens what the commands work on.</summary>
internal static class Inputs
{
    public static Recipe Recipe(FileInfo file)
    {
        if (!file.Exists) throw new CallException($"There is no recipe {file.FullName}.");
        if (file.Length > RecipeJson.LargestDocument) throw new CallException($"{file.Name} is too large for a recipe.");
        return RecipeJson.Parse(File.ReadAllBytes(file.FullName));
    }

    public static (DecodedPhoto Photo, PhotoRenderer Renderer) Photo(FileInfo file, DirectoryInfo pictures, CancellationToken cancel)
    {
        if (!file.Exists) throw new CallException($"There is no photo {file.FullName}.");
        var photo = new PhotoReader(new PhotoLimits()).Read(file.FullName, cancel);
        return (photo, new PhotoRenderer(Pyramid.Build(photo.Pixels), pictures: new MaskPictureFolder(pictures.FullName, new PhotoLimits())));
    }

    /// <summary>The option that says where mask pictures are.</summary>
    public static Option<DirectoryInfo> Pictures() => new("--pictures") { Description = "Folder of the mask pictures that by-picture parts name; the recipe's own when left out." };

    /// <summary>Refuses an output that is there already, has no folder, or is one of the inputs, whatever is asked for.</summary>
    public static void CheckOutput(FileInfo output, bool force, params ReadOnlySpan<FileInfo> inputs)
    {
        foreach (var input in inputs)
            if (Target(input) == Target(output)) throw new CallException($"{output.FullName} is what is read from; an original is never written over, also with --force.");
        if (output.Exists && !force) throw new CallException($"{output.FullName} is there already; --force replaces it.");
        if (output.Directory is { Exists: false }) throw new CallException($"There is no folder {output.Directory.FullName}.");
    }

    /// <summary>The file that a path leads to in the end.</summary>
    private static string Target(FileInfo file) => file.Exists && file.ResolveLinkTarget(returnFinalTarget: true) is { } target ? target.FullName : file.FullName;
}
