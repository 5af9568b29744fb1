using NetVips;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Storage.Tests;

/// <summary>By itself: what is held is counted in the whole process.</summary>
[CollectionDefinition(nameof(HeldMemoryTests), DisableParallelization = true)]
[Collection(nameof(HeldMemoryTests))]
public sealed class HeldMemoryTests : IDisposable
{
    private const int Copies = 5;
    private const int Pixels = 1500 * 1000;
    private readonly TempFolder folder = new();

    public void Dispose() => folder.Dispose();

    [Theory]
    [InlineData(CopyFormat.Jpeg, CopyProfile.Photo, 1)]
    [InlineData(CopyFormat.Png, CopyProfile.Wide, 1)]
    [InlineData(CopyFormat.Tiff, CopyProfile.Photo, 0.5)]
    [InlineData(CopyFormat.Layers, CopyProfile.Photo, 1)]
    public void What_a_copy_was_made_in_is_given_back(CopyFormat format, CopyProfile profile, double size)
    {
        CodecLibrary.Prepare();
        using var black = Image.Black(1500, 1000, bands: 3);
        using var picture = black.Copy(interpretation: Enums.Interpretation.Srgb);
        var original = folder.File("a.jpg");
        picture.WriteToFile(original);
        Save();
        var before = Held();
        for (var k = 0; k < Copies; k++) Save();
        // Each has three bytes a pixel at least; nothing of five may be left.
        Assert.InRange(Held() - before, -long.MaxValue, 3L * Pixels);

        void Save()
        {
            var photo = new PhotoReader(new PhotoLimits()).Read(original);
            var settings = new CopySettings { Format = format, Profile = profile, Size = size < 1 ? new CopySize((int)(1500 * size)) : null };
            var renderer = new PhotoRenderer(Pyramid.Build(photo.Pixels));
            if (format == CopyFormat.Layers) LayeredWriter.Save(folder.File("b.ora"), renderer, new Recipe());
            else PhotoWriter.SavePicture(folder.File("b" + settings.Extension), renderer, new Recipe(), photo, original, settings);
        }
    }

    private static long Held()
    {
        GC.Collect();
        GC.WaitForPendingFinalizers();
        return GC.GetTotalMemory(forceFullCollection: true);
    }
}
