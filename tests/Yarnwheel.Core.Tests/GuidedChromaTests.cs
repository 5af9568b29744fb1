using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Rendering.Edges;
using Yarnwheel.Core.Rendering.Operations;
using Yarnwheel.Core.Treatments;

namespace Yarnwheel.Core.Tests;

public sealed class GuidedChromaTests
{
    private const int Width = 97, Height = 65;

    /// <summary>Thin twigs across two strong grounds, alpha of a pixel and a half across.</summary>
    private static byte[] Twigs()
    {
        var rgb = new byte[3 * Width * Height];
        for (var i = 0; i < Width * Height; i++)
        {
            int x = i % Width, y = i / Width;
            var share = Math.Clamp(1.4 - Math.Abs((x + 0.37 * y) % 13 - 6.5), 0, 1);
            var ground = x < Width / 2 ? (R: 235, G: 130, B: 40) : (R: 60, G: 140, B: 225);
            (rgb[3 * i], rgb[3 * i + 1], rgb[3 * i + 2]) = ((byte)(share * 40 + (1 - share) * ground.R), (byte)(share * 60 + (1 - share) * ground.G), (byte)(share * 25 + (1 - share) * ground.B));
        }
        return rgb;
    }

    /// <summary>What a file with one sample of chroma a cell gives back: means of cells, three quarters of the nearest and one of the next laid between (ITU-T T.871's conversion).</summary>
    private static byte[] Halved(byte[] rgb, ChromaCells cells)
    {
        (double Y, double B, double R) Of(int x, int y)
        {
            var i = 3 * (y * Width + x);
            var luma = 0.299 * rgb[i] + 0.587 * rgb[i + 1] + 0.114 * rgb[i + 2];
            return (luma, (rgb[i + 2] - luma) / 1.772, (rgb[i] - luma) / 1.402);
        }
        int across = ChromaCells.Count(Width, cells.Across, cells.Left), down = ChromaCells.Count(Height, cells.Down, cells.Top);
        var samples = new (double B, double R)[across * down];
        for (var v = 0; v < down; v++)
            for (var u = 0; u < across; u++)
            {
                var own = from y in Enumerable.Range(v * cells.Down - cells.Top, cells.Down)
                          from x in Enumerable.Range(u * cells.Across - cells.Left, cells.Across)
                          where x >= 0 && y >= 0 && x < Width && y < Height
                          select Of(x, y);
                samples[v * across + u] = (Math.Round(own.Average(o => o.B)), Math.Round(own.Average(o => o.R)));
            }
        var result = new byte[rgb.Length];
        for (var y = 0; y < Height; y++)
            for (var x = 0; x < Width; x++)
            {
                double u = (x + cells.Left + 0.5) / cells.Across - 0.5, v = (y + cells.Top + 0.5) / cells.Down - 0.5, blue = 0, red = 0;
                for (var k = 0; k < 4; k++)
                {
                    int left = (int)Math.Floor(u) + k % 2, top = (int)Math.Floor(v) + k / 2;
                    var weight = (1 - Math.Abs(u - left)) * (1 - Math.Abs(v - top));
                    var sample = samples[Math.Clamp(top, 0, down - 1) * across + Math.Clamp(left, 0, across - 1)];
                    (blue, red) = (blue + weight * sample.B, red + weight * sample.R);
                }
                var luma = Math.Round(Of(x, y).Y);
                var i = 3 * (y * Width + x);
                (result[i], result[i + 1], result[i + 2]) = (Byte(luma + 1.402 * red), Byte(luma - 0.344136 * blue - 0.714136 * red), Byte(luma + 1.772 * blue));
            }
        return result;
    }

    private static byte Byte(double value) => (byte)Math.Clamp(Math.Round(value), 0, 255);

    private static BytePixels Coded(byte[] rgb, ChromaCells cells) => new(rgb, Width, Height, new FileCoding(cells, 0));

    private static byte[] Guided(byte[] rgb, ChromaCells cells) => Bytes(GuidedChroma.Of(Coded(rgb, cells)));

    private static byte[] Bytes(PhotoPixels pixels)
    {
        var light = new LightPlanes(new Region(0, 0, pixels.Width, pixels.Height));
        var rgb = new byte[3 * pixels.Width * pixels.Height];
        for (var y = 0; y < pixels.Height; y++)
        {
            var row = light.Row(y);
            pixels.Read(0, y, row.Red, row.Green, row.Blue);
            Colour.SrgbByte.EncodeRow(row, rgb.AsSpan(3 * y * pixels.Width, 3 * pixels.Width));
        }
        return rgb;
    }

    private static double Difference(byte[] one, byte[] other) => Math.Sqrt(one.Zip(other, (a, b) => (double)(a - b) * (a - b)).Average());

    public static TheoryData<int, int, int, int> Ways { get; } = new() { { 2, 2, 0, 0 }, { 2, 2, 1, 1 }, { 2, 1, 0, 0 }, { 2, 1, 1, 0 }, { 1, 2, 0, 1 } };

    [Theory]
    [MemberData(nameof(Ways))]
    public void Thin_things_get_back_the_colour_that_ran_out_of_them(int across, int down, int left, int top)
    {
        var cells = new ChromaCells(across, down, left, top);
        byte[] truth = Twigs(), decoded = Halved(truth, cells);
        Assert.InRange(Difference(Guided(decoded, cells), truth), 0, 0.6 * Difference(decoded, truth));
    }

    [Fact]
    public void Luma_and_plain_colours_stay()
    {
        var cells = new ChromaCells(2, 2);
        byte[] decoded = Halved(Twigs(), cells), guided = Guided(decoded, cells);
        for (var i = 0; i < guided.Length; i += 3)
        {
            // Where the outcome lies within the bytes' range.
            if (guided.AsSpan(i, 3).ContainsAny((byte)0, (byte)255)) continue;
            Assert.Equal(0.299 * decoded[i] + 0.587 * decoded[i + 1] + 0.114 * decoded[i + 2], 0.299 * guided[i] + 0.587 * guided[i + 1] + 0.114 * guided[i + 2], 0.6);
        }
        byte[] plain = [.. Enumerable.Range(0, 3 * Width * Height).Select(i => (byte)(i % 3 * 70 + 40))];
        Assert.All(Guided(plain, cells).Zip(plain), p => Assert.InRange(p.First - p.Second, -1, 1));
    }

    [Fact]
    public void A_mirrored_picture_is_mirrored()
    {
        static byte[] Mirrored(byte[] rgb) => [.. Enumerable.Range(0, rgb.Length).Select(i => rgb[3 * (i / 3 / Width * Width + Width - 1 - i / 3 % Width) + i % 3])];
        var decoded = Halved(Twigs(), new ChromaCells(2, 2));
        var mirrored = Mirrored(Guided(Mirrored(decoded), new ChromaCells(2, 2).Upright(2, Width, Height)));
        Assert.All(Guided(decoded, new ChromaCells(2, 2)).Zip(mirrored), p => Assert.InRange(p.First - p.Second, -1, 1));
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(1, 9)]
    [InlineData(9, 1)]
    [InlineData(2, 3)]
    public void The_smallest_pictures_are_done(int width, int height)
    {
        byte[] rgb = [.. Enumerable.Range(0, 3 * width * height).Select(i => (byte)(80 + i % 3))];
        var guided = Bytes(GuidedChroma.Of(new BytePixels(rgb, width, height, new FileCoding(new ChromaCells(2, 2, 1, 1), 0))));
        Assert.All(guided.Zip(rgb), p => Assert.InRange(p.First - p.Second, -1, 1));
    }

    /// <summary>A mask is judged by the guided colours; what is shown stays the file's own.</summary>
    [Fact]
    public void Masks_look_at_it_and_pictures_do_not()
    {
        var decoded = Halved(Twigs(), new ChromaCells(2, 2));
        var photo = Pyramid.Build(Coded(decoded, new ChromaCells(2, 2)));
        Assert.NotSame(photo, photo.Judged);
        Assert.Same(photo.Level(1), photo.Judged.Level(1));
        Assert.Equal(decoded, Shown(photo, new Recipe { Ground = new Ground { Colour = 100 } }));

        var plain = Pictures.Pyramid(decoded, Width, Height);
        Assert.Same(plain, plain.Judged);
        var guided = Pictures.Pyramid(Bytes(photo.Judged.Full), Width, Height);
        // A shade as it is: the mean that a pick stands for is the shown picture's.
        var recipe = new Recipe { Areas = [new Area { Mask = new Mask { Parts = [new ColourPart { Picks = [new ShadePick { Shades = [new PickedShade { L = 0.7, A = 0.08, B = 0.12 }] }] }] }, Edge = new EdgeRefinement { Follow = 40, Fringe = 100 } }] };
        ushort[] Mask(Pyramid of) => new PhotoRenderer(of).Copies.Mask(recipe, 0);
        Assert.Equal(Mask(guided), Mask(photo));
        Assert.NotEqual(Mask(plain), Mask(photo));
    }

    /// <summary>It is reckoned where a mask or an edge looks at colours, not where a hand or a slope says all.</summary>
    [Theory]
    [InlineData("ramp", 0, false)]
    [InlineData("strokes", 0, false)]
    [InlineData("clinging strokes", 0, true)]
    [InlineData("light", 0, false)]
    [InlineData("hue", 0, true)]
    [InlineData("ramp", 40, true)]
    public void It_is_reckoned_where_colours_are_looked_at(string kind, double follow, bool isReckoned)
    {
        var photo = Pyramid.Build(Coded(Halved(Twigs(), new ChromaCells(2, 2)), new ChromaCells(2, 2)));
        BrushStroke stroke = new() { Radius = 0.1, Points = [new() { X = 0.3, Y = 0.3 }, new() { X = 0.6, Y = 0.5 }] };
        MaskPart part = kind switch
        {
            "ramp" => new RampPart { X0 = 0.1, Y0 = 0.1, X1 = 0.8, Y1 = 0.7 },
            "strokes" => new BrushPart { Strokes = [stroke] },
            "clinging strokes" => new BrushPart { Strokes = [stroke with { Cling = new ColourCling() }] },
            "light" => new LightPart(),
            _ => new HuePart { From = 20, To = 90 },
        };
        var before = photo.Bytes;
        Recipe recipe = new() { Areas = [new Area { Mask = new Mask { Parts = [part] }, Edge = new EdgeRefinement { Follow = follow } }, new Area { On = false, Mask = new Mask { Parts = [new HuePart()] } }] };
        Shown(photo, recipe);
        Assert.Equal(isReckoned, photo.Bytes > before);
    }

    /// <summary>What a file tells of its noise counts where mattes are solved: whole at full size, half of it at half.</summary>
    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    public void A_matte_reckons_with_what_compression_left(int level)
    {
        byte[] plain = [.. Enumerable.Repeat((byte)120, 3 * Width * Height)];
        var source = new RenderSource(Pyramid.Build(new BytePixels(plain, Width, Height, new FileCoding(ChromaCells.Each, 0.04f))), 1 << 24, null);
        var drawing = source.Drawing(1, Width * Height, CancellationToken.None);
        Assert.Equal(0.04f / (1 << level), MatteSource.Picture(new LitOperation(LightPlan.None), level, drawing).Noise, 1e-6f);
    }

    private static byte[] Shown(Pyramid photo, Recipe recipe) => new PhotoRenderer(photo).Frames.Draw(recipe, new View(new Region(0, 0, Width, Height), 1), Show.Result);
}
