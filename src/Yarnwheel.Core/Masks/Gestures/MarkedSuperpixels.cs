using Yarnwheel.Core.Masks.Segments;

namespace Yarnwheel.Core.Masks.Gestures;

/// <summary>What a gesture says of each superpixel and of the colours.</summary>
internal sealed class MarkedSuperpixels
{
    public const sbyte Inside = 1;
    public const sbyte Outside = -1;

    /// <summary>A superpixel belongs to a stroke that covers this share of it.</summary>
    private const float Covered = 0.35f;

    public MarkedSuperpixels(CutPicture picture, Markings markings)
    {
        var count = picture.Superpixels.Count;
        int[] inside = new int[count], outside = new int[count], boxed = new int[count];
        InsideCells = new float[picture.Colours.Length];
        OutsideCells = new float[picture.Colours.Length];
        var box = markings.Box;
        for (var y = box.Y; y < box.Bottom; y++)
        {
            for (var x = box.X; x < box.Right; x++)
            {
                var k = picture.SuperpixelAt(x, y);
                var side = markings.Sides[y * picture.Width + x];
                if (side != Markings.Beyond) boxed[k]++;
                if (side == Markings.Inside) inside[k]++;
                else if (side == Markings.Outside) outside[k]++;
            }
        }
        IsBeyond = [.. boxed.Select((b, k) => b == 0 || b < 2 * picture.Sizes[k])];
        (Sides, Seeds, Balance) = (new sbyte[count], new sbyte[count], new int[count]);
        for (var k = 0; k < count; k++)
        {
            var pixels = 4 * picture.Sizes[k];
            Balance[k] = inside[k] - outside[k];
            Sides[k] = IsBeyond[k] || outside[k] > Covered * pixels ? Outside : inside[k] > Covered * pixels ? Inside : (sbyte)0;
            Seeds[k] = Sides[k] != 0 ? Sides[k] : (sbyte)Math.Sign(Balance[k]);
            HasInside |= inside[k] > 0;
            HasStrokes |= inside[k] + outside[k] > 0;
        }
        CountCells(picture, markings);
    }

    /// <summary>Whether it lies beyond the box, or at a far border.</summary>
    public bool[] IsBeyond { get; }

    /// <summary>1 inside, −1 outside, 0 open.</summary>
    public sbyte[] Sides { get; }

    /// <summary>The same, and those that a mark only touches.</summary>
    public sbyte[] Seeds { get; }

    /// <summary>Number of pixels that strokes mark inside, less those that they mark outside.</summary>
    public int[] Balance { get; }

    /// <summary>How much of each colour strokes mark inside.</summary>
    public float[] InsideCells { get; }

    /// <summary>How much of each colour strokes mark outside.</summary>
    public float[] OutsideCells { get; }

    public bool HasInside { get; }

    public bool HasStrokes { get; }

    /// <summary>The colours of whole superpixels, which are calmer; where a stroke is finer than they are, of its own pixels.</summary>
    private void CountCells(CutPicture picture, Markings markings)
    {
        var box = markings.Box;
        for (var y = box.Y; y < box.Bottom; y++)
        {
            for (var x = box.X; x < box.Right; x++)
            {
                var i = y * picture.Width + x;
                var side = markings.Sides[i];
                if (side is not (Markings.Inside or Markings.Outside)) continue;
                var cells = side == Markings.Inside ? InsideCells : OutsideCells;
                if (Sides[picture.SuperpixelAt(x, y)] != 0) cells[picture.Coarse[y / 2 * picture.Half.Width + x / 2]]++;
                else cells[picture.Fine[i]]++;
            }
        }
    }
}
