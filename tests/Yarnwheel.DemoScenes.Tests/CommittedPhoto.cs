using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Tests;

namespace Yarnwheel.DemoScenes.Tests;

/// <summary>A demo photograph as it is committed, at half size, where its masks are exact.</summary>
internal static class CommittedPhoto
{
    public static string Folder => Repository.File("demo");

    public static Pyramid Half(string scene) =>
        Pyramid.Build(Pyramid.Build(new PhotoReader(new PhotoLimits()).Read(Path.Combine(Folder, scene + ".jpg")).Pixels).Level(1));

    /// <summary>0 … 65535.</summary>
    public static ushort[] Alpha(string scene, string subject)
    {
        using var truth = Image.NewFromFile(Path.Combine(Folder, $"{scene}.{subject}.png"));
        return truth.WriteToMemory<ushort>();
    }
}
