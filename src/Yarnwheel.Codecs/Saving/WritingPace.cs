namespace Yarnwheel.Codecs.Saving;

/// <summary>How long formats take to be written: what is said before a copy, and how its progress is shared out.</summary>
public static class WritingPace
{
    /// <summary>Seconds a megapixel, as measured on two cores at 2.5 GHz (docs/performance.md).</summary>
    public static double SecondsPerMegapixel(CopySettings settings)
    {
        ArgumentNullException.ThrowIfNull(settings);
        return settings.Format switch
        {
            CopyFormat.Jpeg => 0.01,
            CopyFormat.Tiff => settings.Bits == 16 ? 0.4 : 0.1,
            CopyFormat.Png => settings.Bits == 16 ? 0.36 : 0.09,
            CopyFormat.Webp => 0.7,
            CopyFormat.Avif => 1,
            _ => 0.25,
        };
    }

    /// <summary>Whether the encoder tells how far it is: those that take the whole picture first do not.</summary>
    public static bool IsTold(CopyFormat format) => format is not (CopyFormat.Avif or CopyFormat.Webp);

    /// <summary>The same for a mask, 16-bit grey PNG.</summary>
    public const double MaskSecondsPerMegapixel = 0.1;
}
