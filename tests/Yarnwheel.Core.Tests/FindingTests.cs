using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Finding;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;

namespace Yarnwheel.Core.Tests;

/// <summary>What is left over is found, removed without touching anything else, and bad stretches of an edge are told apart.</summary>
public class FindingTests
{
    private const int Width = 400;
    private const int Height = 300;

    /// <summary>A red plate on teal.</summary>
    private static readonly PhotoRenderer Renderer = new(Pictures.Pyramid(Plate(), Width, Height), pictures: new Masks());

    private static byte[] Plate()
    {
        var rgb = new byte[3 * Width * Height];
        for (var i = 0; i < Width * Height; i++) ((byte[])(OnPlate(i % Width, i / Width) ? [190, 40, 45] : [30, 120, 125])).CopyTo(rgb, 3 * i);
        return rgb;
    }

    private static bool OnPlate(int x, int y) => x is >= 100 and < 300 && y is >= 60 and < 240;

    private sealed class Masks : IMaskPictures
    {
        public GreyPixels Find(string asset, int width, int height)
        {
            var shift = asset[7] - '0';
            var mask = new ushort[width * height];
            for (var i = 0; i < mask.Length; i++) mask[i] = (ushort)(OnPlate(i % width - 3 * shift, i / width) ? 65535 : 0);
            if (shift > 0) return new GreyPixels(mask, width, height);
            void Fill(int x, int y, int side, double share)
            {
                for (var v = y; v < y + side; v++) mask.AsSpan(v * width + x, side).Fill((ushort)(65535 * share));
            }
            Fill(30, 30, 4, 1);
            Fill(92, 150, 6, 1);
            Fill(340, 200, 12, 0.2);
            Fill(150, 100, 5, 0);
            Fill(200, 150, 9, 0);
            return new GreyPixels(mask, width, height);
        }
    }

    private static Recipe With(int shift, params MaskPart[] further) => new()
    {
        Areas = [new Area { Mask = new Mask { Parts = [new PicturePart { Asset = "sha256:" + shift + new string('0', 63) }, .. further] } }],
    };

    [Fact]
    public void Specks_are_listed_largest_first_with_place_size_and_colour()
    {
        var specks = Renderer.Findings.Specks(With(0), 0);
        Assert.Equal([(SpeckKind.Stray, 144), (SpeckKind.Pinhole, 81), (SpeckKind.Island, 36), (SpeckKind.Pinhole, 25), (SpeckKind.Island, 16)], specks.Select(s => (s.Kind, (int)s.Pixels)));
        Assert.Equal((204.5 / Width, 154.5 / Height), (specks[1].X, specks[1].Y));
        // The pinhole lacks the plate's chroma, the stray shows a fifth of the wall's.
        Assert.True(specks[1].Visible > 10 && specks[0].Visible is > 1 and < 3, $"{specks[1].Visible} {specks[0].Visible}");
    }

    [Fact]
    public void Each_speck_is_removed_by_strokes_that_touch_nothing_else()
    {
        var recipe = With(0);
        var before = Renderer.Copies.Mask(recipe, 0);
        var left = Renderer.Findings.Specks(recipe, 0);
        while (left.Count > 0)
        {
            var strokes = Renderer.Findings.Repair(recipe, 0, left[0].Kind, left[0].X, left[0].Y);
            Assert.NotEmpty(strokes);
            var part = recipe.Areas[0].Mask.Parts is [_, BrushPart brush] ? brush with { Strokes = [.. brush.Strokes, .. strokes] } : new BrushPart { Strokes = strokes };
            recipe = With(0, part);
            var now = Renderer.Findings.Specks(recipe, 0);
            Assert.Equal(left.Count - 1, now.Count);
            left = now;
        }
        var after = Renderer.Copies.Mask(recipe, 0);
        for (var i = 0; i < after.Length; i++)
            if (OnPlate(i % Width, i / Width) && before[i] == 65535) Assert.True(after[i] == 65535, $"{i % Width}, {i / Width}");
        Assert.Empty(Renderer.Findings.Repair(recipe, 0, SpeckKind.Island, 0.5, 0.5));
    }

    [Fact]
    public void A_mask_inside_out_is_repaired_the_other_way_round()
    {
        var recipe = With(0);
        recipe = recipe with { Areas = [recipe.Areas[0] with { Mask = recipe.Areas[0].Mask with { Invert = true } }] };
        var speck = Renderer.Findings.Specks(recipe, 0).First(s => s.Kind == SpeckKind.Island);
        var strokes = Renderer.Findings.Repair(recipe, 0, speck.Kind, speck.X, speck.Y);
        Assert.All(strokes, s => Assert.False(s.Erase));
    }

    [Fact]
    public void The_edge_walk_finds_where_the_mask_is_off_and_says_how()
    {
        Assert.DoesNotContain(Renderer.Findings.WorstEdges(With(0), 0), e => e.Score > 30 && e.Y is > 0.3 and < 0.4);
        // Three pixels to the right: a halo on the right, short on the left.
        var walk = Renderer.Findings.WorstEdges(With(1), 0);
        Assert.Contains(walk, e => e.Fault == EdgeFault.Halo && Math.Abs(e.X - 0.75) < 0.02);
        Assert.Contains(walk, e => e.Fault == EdgeFault.FallsShort && Math.Abs(e.X - 0.25) < 0.02);
        Assert.Equal(walk.OrderByDescending(e => e.Score), walk);
        // A mask that ends on the plate itself.
        var step = With(0, new OutlinePart { Op = MaskOp.Intersect, Nodes = [Node(0, 0), Node(200, 0), Node(200, 300), Node(0, 300)] });
        Assert.Contains(Renderer.Findings.WorstEdges(step, 0), e => e.Fault == EdgeFault.Step && Math.Abs(e.X - 0.5) < 0.02);

        static OutlineNode Node(double x, double y) => new() { X = x / Width, Y = y / Height };
    }
}
