using Yarnwheel.Codecs.Metadata;

namespace Yarnwheel.Codecs.Examining;

/// <summary>What is known of a photo that was read to its end.</summary>
/// <param name="Width">Pixels, upright.</param>
/// <param name="Height">Pixels, upright.</param>
/// <param name="Bits">A channel in the file: 8 or 16.</param>
/// <param name="Format">Of the file.</param>
/// <param name="Pages">Pages or frames that it has.</param>
/// <param name="Recipe">The recipe that it was saved with, if it carries one.</param>
public sealed record PhotoFacts(int Width, int Height, int Bits, PhotoFormat Format, int Pages, RecipeNote? Recipe);

/// <summary>Reads a file to its end before it is taken in, to be sure that it is a whole photo within the limits.</summary>
public interface IPhotoExaminer
{
    /// <summary>Reads it.</summary>
    /// <param name="path">The file.</param>
    /// <param name="page">Page or frame, from 0.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <exception cref="UnreadablePhotoException">It can't be taken in; says why.</exception>
    Task<PhotoFacts> ExamineAsync(string path, int page, CancellationToken cancel);
}

/// <summary>Reads it here and now: for files that are known to be good.</summary>
public sealed class PhotoExaminer(PhotoLimits limits) : IPhotoExaminer
{
    public Task<PhotoFacts> ExamineAsync(string path, int page, CancellationToken cancel) => Task.Run(() => Examine(path, page, cancel), cancel);

    internal PhotoFacts Examine(string path, int page, CancellationToken cancel)
    {
        var photo = new PhotoReader(limits).ReadPage(path, page, cancel);
        return new PhotoFacts(photo.Pixels.Width, photo.Pixels.Height, photo.Bits, photo.Format, photo.Pages, RecipeNote.Find(path));
    }
}
