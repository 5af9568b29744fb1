namespace Yarnwheel.Codecs.Metadata;

/// <summary>EXIF as directories (EXIF 2.32, 4.5 and 4.6): of the picture, of how it was taken, of the place. The thumbnail's is left out, it would still show the photo as it was.</summary>
internal sealed class ExifBlock
{
    public const ushort Taking = 0x8769, Place = 0x8825, Interoperability = 0xA005, MakerNote = 0x927C;

    private const ushort Orientation = 0x0112, Software = 0x0131, Artist = 0x013B, Copyright = 0x8298, ColourSpace = 0xA001, PixelWidth = 0xA002, PixelHeight = 0xA003;

    /// <summary>What tells how a file's own pixels are laid out, of no use in another: TIFF 6.0 and its supplements, image resources and the profile, which have a way of their own, DNG's.</summary>
    public static bool IsOfLayout(int tag) => tag is (>= 254 and <= 266) or 273 or (>= 277 and <= 281) or 284 or (>= 288 and <= 292) or (>= 300 and <= 301) or (>= 317 and <= 347)
        or (>= 512 and <= 532) or 700 or 33421 or 33422 or 33723 or 34377 or 34675 or 37724 or 50341 or (>= 50706 and <= 51200);

    /// <summary>Whether numbers have their least byte first; maker notes are read in the order of the whole.</summary>
    public bool IsLittle { get; init; } = true;

    /// <summary>The first directory.</summary>
    public ExifDirectory Main { get; init; } = new();

    /// <summary>Where the maker note lay, in bytes from the start: many count from there. Null where that is not known.</summary>
    public int? MakerNoteAt { get; init; }

    /// <summary>Whether it says nothing.</summary>
    public bool IsEmpty => Main.Fields.Count == 0 && Main.Inner.Count == 0;

    /// <summary>Makes true what a copy changes: it is upright, of its own size and colours, and was written by this program.</summary>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <param name="isSrgb">Whether the copy's colours are sRGB.</param>
    public void TellCopy(int width, int height, bool isSrgb)
    {
        Main.Fields[Orientation] = ExifField.Short(1);
        Main.Fields[Software] = ExifField.Text("Yarnwheel");
        if (!Main.Inner.TryGetValue(Taking, out var taking)) return;
        taking.Fields[ColourSpace] = ExifField.Short(isSrgb ? 1 : 0xFFFF);
        taking.Fields[PixelWidth] = ExifField.Long(width);
        taking.Fields[PixelHeight] = ExifField.Long(height);
    }

    public void RemovePlace() => Main.Inner.Remove(Place);

    public void SetCopyright(string text) => Main.Fields[Copyright] = ExifField.Text(text);

    public void SetArtist(string text) => Main.Fields[Artist] = ExifField.Text(text);
}
