using System.Globalization;
using NetVips;
using Yarnwheel.Codecs;

namespace Yarnwheel.Web.Coming;

/// <summary>A small stand-in for a camera on a cable: it drops the demo scenes into a folder, one after the other, each exposed a little differently and written piece by piece as a camera does.</summary>
/// <example><code>yarnwheel-web camera --into DIR [--every SECONDS] [--count N]</code></example>
internal static class StandInCamera
{
    private const int Pieces = 12;

    /// <returns>0, or 2 where it was called wrongly.</returns>
    public static async Task<int> RunAsync(IConfiguration options, CancellationToken cancel)
    {
        if (options["into"] is not { Length: > 0 } folder)
        {
            await Console.Error.WriteLineAsync("The camera needs a folder: yarnwheel-web camera --into DIR [--every SECONDS] [--count N]");
            return 2;
        }
        var every = TimeSpan.FromSeconds(double.TryParse(options["every"], CultureInfo.InvariantCulture, out var seconds) && seconds >= 0 ? seconds : 4);
        var count = int.TryParse(options["count"], out var wanted) ? wanted : int.MaxValue;
        CodecLibrary.Prepare();
        Directory.CreateDirectory(folder);
        var scenes = Directory.EnumerateFiles(Path.Combine(AppContext.BaseDirectory, "demo"), "*.jpg").Order(StringComparer.Ordinal).ToList();
        try
        {
            for (var shot = 1; shot <= count; shot++)
            {
                await WriteAsync(Path.Combine(folder, $"SHOT{shot:0000}.jpg"), Expose(scenes[(shot - 1) % scenes.Count]), every / 2, cancel);
                await Task.Delay(every / 2, cancel);
            }
        }
        catch (OperationCanceledException)
        {
            // Switched off.
        }
        return 0;
    }

    private static byte[] Expose(string scene)
    {
        using var image = Image.NewFromFile(scene, access: Enums.Access.Sequential);
        // A sixth of a stop either way, in linear light near enough for a stand-in.
        using var exposed = (image * Math.Pow(2, (Random.Shared.NextDouble() - 0.5) / 3 / 2.2)).Cast(Enums.BandFormat.Uchar);
        using var dated = exposed.Mutate(m => m.Set(GValue.GStrType, "exif-ifd0-DateTime", DateTime.Now.ToString("yyyy:MM:dd HH:mm:ss", CultureInfo.InvariantCulture)));
        return dated.JpegsaveBuffer(q: 93);
    }

    private static async Task WriteAsync(string path, byte[] picture, TimeSpan over, CancellationToken cancel)
    {
        await using var file = File.Create(path);
        foreach (var piece in picture.Chunk(picture.Length / Pieces + 1))
        {
            await file.WriteAsync(piece, cancel);
            await file.FlushAsync(cancel);
            await Task.Delay(over / Pieces, cancel);
        }
    }
}
