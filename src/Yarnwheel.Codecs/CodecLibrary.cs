using NetVips;

namespace Yarnwheel.Codecs;

/// <summary>Sets the codec library up once: only the raster loaders that the product needs are left on.</summary>
public static class CodecLibrary
{
    private static readonly string[] Loaders =
    [
        "VipsForeignLoadJpeg", "VipsForeignLoadPng", "VipsForeignLoadTiff", "VipsForeignLoadWebp", "VipsForeignLoadHeif",
    ];

    private static readonly Lazy<bool> Ready = new(SetUp);

    /// <summary>Must be called before the library is used; calling it again does nothing.</summary>
    public static void Prepare() => _ = Ready.Value;

    private static bool SetUp()
    {
        Operation.Block("VipsForeignLoad", true);
        foreach (var loader in Loaders) Operation.Block(loader, false);
        // What is wrong with a file is said in an exception; the library's own lines would only clutter the console.
        Log.SetLogHandler("VIPS", Enums.LogLevelFlags.AllButFatal, (_, _, _) => { });
        // Each photo is read once; what the library would keep of it is better used by the renderer.
        Cache.Max = 0;
        return true;
    }
}
