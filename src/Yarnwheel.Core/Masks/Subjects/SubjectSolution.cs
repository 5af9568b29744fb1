namespace Yarnwheel.Core.Masks.Subjects;

/// <summary>A subject cut out of a picture.</summary>
/// <param name="Mask">Row by row, 0 outside … 255 inside.</param>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
internal sealed record SubjectSolution(byte[] Mask, int Width, int Height)
{
    public long Bytes => Mask.LongLength;

    public static SubjectSolution Of(CutPicture picture, Recipes.SubjectPart part, CancellationToken cancel)
    {
        var markings = Markings.Of(part, picture.Width, picture.Height);
        if (markings.IsEmpty && !markings.HasInside) return new SubjectSolution(new byte[picture.Width * picture.Height], picture.Width, picture.Height);
        var coarse = SuperpixelCut.Of(picture, markings, cancel);
        var inside = PixelCut.Of(picture, markings, coarse, cancel);
        return new SubjectSolution([.. inside.Select(i => i ? (byte)255 : (byte)0)], picture.Width, picture.Height);
    }
}
