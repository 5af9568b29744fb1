using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Masks;

/// <summary>Reads the shades of picks from a photo.</summary>
public static class ShadeSet
{
    private const int Neighbourhood = 2;             // a point stands for the mean of 5 × 5 pixels
    private const int LargestBox = 96;               // a larger box is read from a smaller level
    private const float Grain = 0.008f;              // shades of a box nearer than this in OKLab are one

    /// <summary>The OKLab colours that the picks stand for on the photo as it came.</summary>
    public static IReadOnlyList<Shade> Read(Pyramid photo, IEnumerable<ShadePick> picks) => Read(photo, picks, LightPlan.None);

    /// <summary>The OKLab colours that the picks stand for: one for a point, the distinct ones for a box, those given as they are.</summary>
    internal static IReadOnlyList<Shade> Read(Pyramid photo, IEnumerable<ShadePick> picks, LightPlan light)
    {
        ArgumentNullException.ThrowIfNull(photo);
        ArgumentNullException.ThrowIfNull(picks);
        var shades = new List<Shade>();
        foreach (var pick in picks)
        {
            if (pick.Shades is { } own) shades.AddRange(own.Select(s => new Shade((float)s.L, (float)s.A, (float)s.B)));
            else if (pick.IsPoint) shades.Add(Point(photo.Full, pick.X!.Value, pick.Y!.Value, light));
            else shades.AddRange(Box(photo, pick, light));
        }
        return shades.Distinct().ToList();
    }

    /// <summary>The mean colour round a point of the photo.</summary>
    /// <param name="photo">Full size.</param>
    /// <param name="x">0 … 1 over the width.</param>
    /// <param name="y">0 … 1 over the height.</param>
    public static Shade Point(PhotoPixels photo, double x, double y) => Point(photo, x, y, LightPlan.None);

    internal static Shade Point(PhotoPixels photo, double x, double y, LightPlan light)
    {
        ArgumentNullException.ThrowIfNull(photo);
        var centreX = Math.Min((int)(x * photo.Width), photo.Width - 1);
        var centreY = Math.Min((int)(y * photo.Height), photo.Height - 1);
        var area = new Region(centreX - Neighbourhood, centreY - Neighbourhood, 2 * Neighbourhood + 1, 2 * Neighbourhood + 1)
            .Intersect(new Region(0, 0, photo.Width, photo.Height));
        Span<float> row = stackalloc float[3 * area.Width];
        Span<float> scratch = stackalloc float[light.Scratch(area.Width)];
        float red = 0, green = 0, blue = 0;
        for (var k = 0; k < area.Height; k++)
        {
            var read = ReadRow(photo, area.X, area.Y + k, 1, row, light, scratch);
            foreach (var v in read.Red) red += v;
            foreach (var v in read.Green) green += v;
            foreach (var v in read.Blue) blue += v;
        }
        var (lightness, a, bb) = OkLab.FromLinear(red / area.Area, green / area.Area, blue / area.Area);
        return new Shade(lightness, a, bb);
    }

    private static List<Shade> Box(Pyramid photo, ShadePick box, LightPlan light)
    {
        var left = Math.Min(box.X0!.Value, box.X1!.Value);
        var right = Math.Max(box.X0.Value, box.X1.Value);
        var top = Math.Min(box.Y0!.Value, box.Y1!.Value);
        var bottom = Math.Max(box.Y0.Value, box.Y1.Value);
        var index = 0;
        while (index + 1 < photo.Count
            && Math.Max((right - left) * photo.Level(index).Width, (bottom - top) * photo.Level(index).Height) > LargestBox) index++;
        var level = photo.Level(index);
        var x = Math.Min((int)(left * level.Width), level.Width - 1);
        var y = Math.Min((int)(top * level.Height), level.Height - 1);
        var width = Math.Clamp((int)Math.Ceiling(right * level.Width) - x, 1, level.Width - x);
        var height = Math.Clamp((int)Math.Ceiling(bottom * level.Height) - y, 1, level.Height - y);

        // One shade for each occupied cell of a fine grid: the mean of the pixels in it.
        var cells = new SortedDictionary<(int, int, int), (float L, float A, float B, int Count)>();
        var row = new float[3 * width];
        var scratch = new float[light.Scratch(width)];
        for (var k = 0; k < height; k++)
        {
            var read = ReadRow(level, x, y + k, 1.0 / (1 << index), row, light, scratch);
            for (var i = 0; i < width; i++)
            {
                var (lightness, a, bb) = OkLab.FromLinear(read.Red[i], read.Green[i], read.Blue[i]);
                var key = ((int)MathF.Floor(lightness / (3 * Grain)), (int)MathF.Floor(a / Grain), (int)MathF.Floor(bb / Grain));
                cells.TryGetValue(key, out var cell);
                cells[key] = (cell.L + lightness, cell.A + a, cell.B + bb, cell.Count + 1);
            }
        }
        // A shade that a thousandth of the box has is noise, not something that was pointed at.
        var least = width * height / 1000;
        return cells.Values.Where(c => c.Count > least).Select(c => new Shade(c.L / c.Count, c.A / c.Count, c.B / c.Count)).ToList();
    }

    private static LightRow ReadRow(PhotoPixels pixels, int x, int y, double scale, Span<float> buffer, LightPlan light, Span<float> scratch)
    {
        var row = new LightRow(buffer, buffer.Length / 3);
        pixels.Read(x, y, row.Red, row.Green, row.Blue);
        if (!light.IsNeutral) light.Row(row, RowPlace.At(x, y, scale), scratch);
        return row;
    }
}

/// <summary>A colour in OKLab.</summary>
public readonly record struct Shade(float L, float A, float B);
