using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Matting;

/// <summary>Cells that speak for either side, and how strongly; those of the first look are kept.</summary>
/// <param name="Inside">Of each cell, 0 … 1.</param>
/// <param name="Outside">Of each cell, 0 … 1.</param>
/// <param name="Size">How good a witness the piece is that a cell belongs to, 0 … 1.</param>
internal sealed record MatteWitnesses(float[] Inside, float[] Outside, float[] Size)
{
    /// <summary>Pieces of the rough mask about this size, pixels, are half as good witnesses of the subject's colour as large ones.</summary>
    private const float Scrap = 150;

    /// <summary>What the rough mask is sure of. What lies deep decides; strands speak only where nothing deeper is near.</summary>
    public static MatteWitnesses First(MattePicture picture, float[] rough)
    {
        int width = picture.CellsAcross, height = picture.CellsDown;
        var mask = picture.Cells(rough);
        var rest = Inverse(mask);
        var size = Sizes(picture, rough);
        float[] pureIn = Pure(picture, mask), pureOut = Pure(picture, rest), deepIn = Least(mask, width, height, 1), deepOut = Least(rest, width, height, picture.Cell == 1 ? 2 : 1);
        var (inside, outside) = (new float[mask.Length], new float[mask.Length]);
        for (var i = 0; i < mask.Length; i++)
        {
            float m = mask[i], r = rest[i], d = deepOut[i] * deepOut[i];
            inside[i] = m * m * (0.05f + 0.95f * deepIn[i] * deepIn[i]) * size[i] * pureIn[i];
            outside[i] = r * r * (0.02f + 0.98f * d * d) * pureOut[i];
        }
        return new MatteWitnesses(inside, outside, size);
    }

    /// <summary>What is sure and pure by the alpha found.</summary>
    public static (float[] Inside, float[] Outside) Again(MattePicture picture, MatteWitnesses first, float[] alpha, float[] deviation, float kept)
    {
        float[] found = picture.Cells(alpha), unsure = picture.Cells(deviation), rest = Inverse(found);
        float[] pureIn = Pure(picture, found), pureOut = Pure(picture, rest);
        var (inside, outside) = (new float[found.Length], new float[found.Length]);
        for (var i = 0; i < found.Length; i++)
        {
            float sureIn = Math.Clamp(found[i] - unsure[i], 0, 1), sureOut = Math.Clamp(rest[i] - unsure[i], 0, 1);
            inside[i] = kept * first.Inside[i] * found[i] * found[i] * found[i] * found[i] + (1 - kept) * sureIn * sureIn * sureIn * sureIn * first.Size[i] * pureIn[i];
            outside[i] = kept * first.Outside[i] * rest[i] * rest[i] + (1 - kept) * sureOut * sureOut * sureOut * sureOut * pureOut[i];
        }
        return (inside, outside);
    }

    private static float[] Inverse(float[] mask)
    {
        var rest = new float[mask.Length];
        for (var i = 0; i < rest.Length; i++) rest[i] = 1 - mask[i];
        return rest;
    }

    /// <summary>How pure a cell's surroundings are.</summary>
    private static float[] Pure(MattePicture picture, float[] mask)
    {
        float[] near = SmallBlur.Of(mask, picture.CellsAcross, picture.CellsDown, 2.0 / picture.Cell), far = SmallBlur.Of(mask, picture.CellsAcross, picture.CellsDown, 4.0 / picture.Cell);
        for (var i = 0; i < near.Length; i++) near[i] = 0.001f + 0.999f * near[i] * near[i] * far[i] * far[i];
        return near;
    }

    /// <summary>The least value within a square.</summary>
    private static float[] Least(float[] plane, int width, int height, int radius)
    {
        var across = new float[plane.Length];
        var result = new float[plane.Length];
        Rows.Each(height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                var least = plane[y * width + x];
                for (var u = Math.Max(0, x - radius); u <= Math.Min(width - 1, x + radius); u++) least = MathF.Min(least, plane[y * width + u]);
                across[y * width + x] = least;
            }
        });
        Rows.Each(height, y =>
        {
            for (var x = 0; x < width; x++)
            {
                var least = across[y * width + x];
                for (var v = Math.Max(0, y - radius); v <= Math.Min(height - 1, y + radius); v++) least = MathF.Min(least, across[v * width + x]);
                result[y * width + x] = least;
            }
        });
        return result;
    }

    /// <summary>How good a witness the piece of the rough mask is that a cell belongs to, by its size.</summary>
    private static float[] Sizes(MattePicture picture, float[] rough)
    {
        int width = picture.Light.Width;
        var pieces = Components.Of(Marks.Above(rough, 0.4f), width, picture.Light.Height);
        var areas = new float[pieces.Count];
        foreach (var run in pieces.Runs)
            for (var x = run.Begin; x < run.End; x++) areas[run.Label] += rough[run.Y * width + x];
        var sizes = new float[picture.CellsAcross * picture.CellsDown];
        foreach (var run in pieces.Runs)
        {
            var size = areas[run.Label] / (areas[run.Label] + Scrap);
            // A rim of one pixel goes along.
            for (var v = Math.Max(0, run.Y - 1) / picture.Cell; v <= Math.Min(picture.Light.Height - 1, run.Y + 1) / picture.Cell; v++)
            {
                for (var u = Math.Max(0, run.Begin - 1) / picture.Cell; u <= Math.Min(width - 1, run.End) / picture.Cell; u++)
                {
                    ref var own = ref sizes[v * picture.CellsAcross + u];
                    own = MathF.Max(own, size);
                }
            }
        }
        return sizes;
    }
}
