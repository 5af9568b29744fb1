using System.Diagnostics;
using System.Globalization;
using NetVips;

namespace Yarnwheel.Codecs.Saving;

/// <summary>Encodes AVIF. Its encoder can't be stopped once it is at work; in a process of its own it can.</summary>
public static class ApartEncoder
{
    /// <summary>How a process is started that calls <see cref="Run"/> with these arguments; null encodes in this process, where a cancelled copy is at work until its end.</summary>
    public static Func<IReadOnlyList<string>, ProcessStartInfo>? Start { get; set; }

    /// <param name="image">Of RGB codes, with what is to be kept.</param>
    /// <param name="path">Where to.</param>
    /// <param name="quality">1 … 100.</param>
    /// <param name="cancel">Ends the process.</param>
    internal static void Write(Image image, string path, int quality, CancellationToken cancel)
    {
        if (Start is not { } start)
        {
            Encode(image, path, quality);
            return;
        }
        var pixels = path + ".v";
        try
        {
            image.WriteToFile(pixels);
            cancel.ThrowIfCancellationRequested();
            Wait(start([pixels, path, quality.ToString(CultureInfo.InvariantCulture)]), cancel);
        }
        finally
        {
            File.Delete(pixels);
        }
    }

    /// <summary>The other side: encodes pixels that <see cref="Write"/> left.</summary>
    /// <param name="arguments">Of <see cref="Start"/>.</param>
    /// <param name="error">Receives what went wrong.</param>
    /// <returns>The exit code.</returns>
    public static int Run(IReadOnlyList<string> arguments, TextWriter error)
    {
        ArgumentNullException.ThrowIfNull(error);
        CodecLibrary.Prepare();
        Operation.Block("VipsForeignLoadVips", false);
        try
        {
            using var image = Image.NewFromFile(arguments[0], access: Enums.Access.Sequential);
            Encode(image, arguments[1], int.Parse(arguments[2], CultureInfo.InvariantCulture));
            return 0;
        }
        catch (VipsException exception)
        {
            error.WriteLine(exception.Message);
            return 1;
        }
    }

    private static void Encode(Image image, string path, int quality) =>
        image.Heifsave(path, q: quality, compression: Enums.ForeignHeifCompression.Av1, effort: 3, subsampleMode: PictureEncoding.Subsample(quality),
            keep: PictureEncoding.Kept | Enums.ForeignKeep.Exif);

    private static void Wait(ProcessStartInfo info, CancellationToken cancel)
    {
        info.RedirectStandardError = true;
        using var process = Process.Start(info) ?? throw new IOException("The process that encodes could not be started.");
        using var stop = cancel.Register(() => Stop(process));
        var said = process.StandardError.ReadToEnd();
        process.WaitForExit();
        cancel.ThrowIfCancellationRequested();
        if (process.ExitCode != 0) throw new IOException(said);
    }

    private static void Stop(Process process)
    {
        try
        {
            process.Kill();
        }
        catch (InvalidOperationException)
        {
            // It ended by itself.
        }
    }
}
