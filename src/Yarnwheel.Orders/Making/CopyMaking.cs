using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core;
using Yarnwheel.Core.Looks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Orders.Book;

namespace Yarnwheel.Orders.Making;

/// <summary>A photo that a copy is made of.</summary>
/// <param name="Decoded">As decoded.</param>
/// <param name="Renderer">Ready to be drawn.</param>
/// <param name="Path">Its file.</param>
public sealed record CopySource(DecodedPhoto Decoded, PhotoRenderer Renderer, string Path);

/// <summary>Makes the files of one photo: the one way there is, for the page, for sets and for the command line.</summary>
public static class CopyMaking
{
    /// <summary>The recipe with a look laid on it.</summary>
    /// <param name="recipe">What is there.</param>
    /// <param name="renderer">Of the photo, which is searched for subjects the look asks for.</param>
    /// <param name="look">What is laid on it.</param>
    /// <param name="wish">How.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>The recipe, and what could not be carried over, in words.</returns>
    public static (Recipe Recipe, IReadOnlyList<string> Left) Laid(Recipe recipe, PhotoRenderer renderer, Look look, LookWish wish, CancellationToken cancel)
    {
        var change = LookLaying.On(recipe, look, wish, what => what == SubjectFinding.Sky ? renderer.Findings.Sky(cancel) : renderer.Findings.MainSubject(cancel));
        return (RecipeEdit.Apply(recipe, change.Change).Result, change.Left);
    }

    /// <summary>Makes them.</summary>
    /// <param name="order">What is saved, and how.</param>
    /// <param name="source">The photo.</param>
    /// <param name="recipe">Valid.</param>
    /// <param name="path">Of the picture; other files stand beside it, with its name before theirs.</param>
    /// <param name="progress">Receives the share done, 0 … 1.</param>
    /// <param name="cancel">Ends the work early; no file is left half done.</param>
    /// <returns>Paths of the files made.</returns>
    /// <exception cref="YarnwheelException">It can't be made; says why.</exception>
    public static IReadOnlyList<string> Make(Order order, CopySource source, Recipe recipe, string path, IProgress<double>? progress, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(order);
        ArgumentNullException.ThrowIfNull(source);
        ArgumentNullException.ThrowIfNull(recipe);
        var files = new List<string>();
        switch (order.Kind)
        {
            case OrderKind.Mask:
                if (order.Area < 0 || order.Area >= recipe.Areas.Length) throw new YarnwheelException("That area is not there any more; nothing was saved.");
                PhotoWriter.SaveMask(Made(path), source.Renderer, recipe, order.Area, progress, cancel);
                break;
            case OrderKind.AllMasks:
                if (recipe.Areas.Length == 0) throw new YarnwheelException("It has no areas, so there are no masks.");
                foreach (var (at, name) in MaskNames(recipe))
                    PhotoWriter.SaveMask(Made(Beside($" {name}.png")), source.Renderer, recipe, at, new Piece(progress, at, recipe.Areas.Length), cancel);
                break;
            case OrderKind.Picture when order.Settings.Format == CopyFormat.Layers:
                LayeredWriter.Save(Made(path), source.Renderer, recipe, progress, cancel);
                break;
            default:
                PhotoWriter.SavePicture(Made(path), source.Renderer, recipe, source.Decoded, source.Path, order.Settings, progress, cancel);
                break;
        }
        if (order.RecipeBeside) WholeFile.Write(Made(Beside(".recipe.json")), temporary => File.WriteAllText(temporary, RecipeJson.Write(recipe)), cancel);
        return files;

        string Made(string file)
        {
            files.Add(file);
            return file;
        }

        string Beside(string tail) => Path.Combine(Path.GetDirectoryName(path)!, Path.GetFileNameWithoutExtension(path) + tail);
    }

    private static IEnumerable<(int At, string Name)> MaskNames(Recipe recipe)
    {
        var given = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        for (var at = 0; at < recipe.Areas.Length; at++)
        {
            var stem = FileName.Of(recipe.Areas[at].Name);
            var name = stem;
            for (var k = 2; !given.Add(name); k++) name = $"{stem} {k}";
            yield return (at, name);
        }
    }

    /// <summary>One of several pieces of the work.</summary>
    private sealed class Piece(IProgress<double>? whole, int at, int count) : IProgress<double>
    {
        public void Report(double value) => whole?.Report((at + value) / count);
    }
}
