using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Rendering;

/// <summary>One photo, ready to be drawn by any recipe: as frames and copies, read at single places, judged, searched.</summary>
public sealed class PhotoRenderer
{
    private readonly RenderSource source;

    /// <param name="photo">Its pyramid.</param>
    /// <param name="cacheBudget">Memory for the pieces of views, and as much again for those of the whole photo, bytes.</param>
    /// <param name="pictures">Where mask pictures come from; null for none.</param>
    public PhotoRenderer(Pyramid photo, long cacheBudget = 192L << 20, IMaskPictures? pictures = null)
    {
        source = new RenderSource(photo, cacheBudget, pictures);
        Frames = new Frames(source);
        Copies = new Copies(source);
        Readings = new Readings(source);
        Greys = new GreyReadings(source);
        Findings = new Findings(source);
        Reaches = new Reaches(source);
    }

    /// <summary>Stands for this build of the engine: pictures that another build made may differ.</summary>
    public static string EngineVersion { get; } = typeof(PhotoRenderer).Module.ModuleVersionId.ToString("N")[..12];

    public Pyramid Photo => source.Photo;

    /// <summary>Memory that the photo and the pieces kept of it take, bytes.</summary>
    public long Bytes => source.Bytes;

    /// <summary>Pictures for the screen.</summary>
    public Frames Frames { get; }

    /// <summary>Pictures and masks of full size.</summary>
    public Copies Copies { get; }

    /// <summary>What is at one place.</summary>
    public Readings Readings { get; }

    /// <summary>What the greys are judged by.</summary>
    public GreyReadings Greys { get; }

    /// <summary>What is left over, where edges are worst, subjects.</summary>
    public Findings Findings { get; }

    /// <summary>How far picked shades reach.</summary>
    public Reaches Reaches { get; }
}
