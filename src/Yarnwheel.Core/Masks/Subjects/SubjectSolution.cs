using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>A subject cut out of a picture.</summary>
internal sealed class SubjectSolution
{
    private readonly CutPicture picture;
    private readonly SuperpixelCut? cut;

    private SubjectSolution(CutPicture picture, SuperpixelCut? cut, byte[] mask)
    {
        this.picture = picture;
        this.cut = cut;
        Mask = mask;
    }

    /// <summary>Row by row, 0 outside … 255 inside.</summary>
    public byte[] Mask { get; }

    public int Width => picture.Width;

    public int Height => picture.Height;

    public long Bytes => Mask.LongLength + 24L * picture.Superpixels.Count + 16L * picture.Colours.Length;

    public static SubjectSolution Of(CutPicture picture, SubjectPart part, CancellationToken cancel)
    {
        var markings = Markings.Of(part, picture.Width, picture.Height);
        var mask = new byte[picture.Width * picture.Height];
        if (markings.IsEmpty) return new SubjectSolution(picture, null, mask);
        var cut = SuperpixelCut.Of(picture, markings, cancel);
        var inside = PixelCut.Of(picture, markings, cut, cancel);
        for (var i = 0; i < mask.Length; i++) mask[i] = inside[i] ? (byte)255 : (byte)0;
        return new SubjectSolution(picture, cut, mask);
    }

    /// <summary>Where its contour is in doubt, longest first.</summary>
    public IReadOnlyList<DoubtfulStretch> Doubts(CancellationToken cancel) => cut is null ? [] : DoubtFinder.Of(picture, cut, Mask, cancel);
}
