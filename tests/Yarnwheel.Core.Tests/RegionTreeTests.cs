using System.Collections.Immutable;
using Yarnwheel.Core.Masks.Segments;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Core.Rendering;
using Yarnwheel.Core.Rendering.Operations;

namespace Yarnwheel.Core.Tests;

/// <summary>The tree of regions, and what pointing at a place takes.</summary>
public class RegionTreeTests
{
    private const int Width = 240;
    private const int Height = 160;

    /// <summary>A red disc with a darker one in it, beside a green block.</summary>
    private static byte[] Things(bool mirrored = false)
    {
        var random = new Random(4);
        var rgb = new byte[3 * Width * Height];
        for (var i = 0; i < Width * Height; i++)
        {
            int x = mirrored ? Width - 1 - i % Width : i % Width, y = i / Width;
            bool In(int cx, int cy, int r) => (x - cx) * (x - cx) + (y - cy) * (y - cy) < r * r;
            var (red, green, blue) = In(80, 80, 18) ? (130, 40, 60) : In(80, 80, 45) ? (200, 60, 50) : x is > 150 and < 210 && y is > 50 and < 120 ? (60, 140, 60) : (190, 185, 175);
            (rgb[3 * i], rgb[3 * i + 1], rgb[3 * i + 2]) = ((byte)(red + random.Next(7) - 3), (byte)(green + random.Next(7) - 3), (byte)(blue + random.Next(7) - 3));
        }
        return rgb;
    }

    private static RenderSource Source(byte[] rgb, int width = Width, int height = Height) => new(Pictures.Pyramid(rgb, width, height), 1L << 28, null);

    [Theory]
    [InlineData(240, 160)]
    [InlineData(3, 200)]
    [InlineData(1, 1)]
    [InlineData(97, 5)]
    public void It_is_a_tree_whose_areas_add_up(int width, int height)
    {
        var source = Source(width == Width ? Things() : Pictures.Random(width, height), width, height);
        var (picture, tree) = (source.CutPicture(CancellationToken.None), source.RegionTree(CancellationToken.None));
        var leaves = picture.Superpixels.Count;
        Assert.Equal(2 * leaves - 1, tree.Parents.Count);
        var sums = new int[tree.Parents.Count];
        var children = new int[tree.Parents.Count];
        for (var k = 0; k < tree.Parents.Count; k++)
        {
            if (k == tree.Parents.Count - 1)
            {
                Assert.Equal(-1, tree.Parents[k]);
                continue;
            }
            Assert.InRange(tree.Parents[k], Math.Max(leaves, k + 1), tree.Parents.Count - 1);
            sums[tree.Parents[k]] += tree.Sizes[k];
            children[tree.Parents[k]]++;
        }
        for (var k = leaves; k < sums.Length; k++) Assert.Equal((tree.Sizes[k], 2), (sums[k], children[k]));
        Assert.Equal(picture.Half.Width * picture.Half.Height, tree.Sizes[^1]);
        for (var k = 0; k < tree.Parents.Count; k += 1 + tree.Parents.Count / 40)
            Assert.Equal(tree.Sizes[k], tree.Members(k).Select((isIn, s) => isIn ? picture.Sizes[s] : 0).Sum());
    }

    [Fact]
    public void Pointing_takes_the_thing_and_levels_go_from_part_to_whole()
    {
        var findings = new PhotoRenderer(Pictures.Pyramid(Things(), Width, Height)).Findings;
        var block = findings.RegionAt(180 / 240.0, 85 / 160.0);
        Assert.InRange(block.Share, 0.9 * 59 * 69 / (Width * Height), 1.1 * 59 * 69 / (Width * Height));
        Assert.Equal(0, block.Level);
        var shares = Enumerable.Range(-20, 40).Select(level => findings.RegionAt(80 / 240.0, 80 / 160.0, level)).ToArray();
        for (var k = 1; k < shares.Length; k++) Assert.True(shares[k].Share >= shares[k - 1].Share);
        Assert.Equal(shares[^1].Share, findings.RegionAt(80 / 240.0, 80 / 160.0, 1000).Share);
        Assert.Equal(0, shares[^1].Larger);
        // The inner disc alone is one of them, and both discs together are another.
        double inner = Math.PI * 18 * 18 / (Width * Height), both = Math.PI * 45 * 45 / (Width * Height);
        Assert.Contains(shares, s => Math.Abs(s.Share / inner - 1) < 0.15);
        Assert.Contains(shares, s => Math.Abs(s.Share / both - 1) < 0.1);
    }

    [Fact]
    public void An_outline_goes_round_what_it_holds_and_nothing_else()
    {
        var source = Source(Things());
        var picture = source.CutPicture(CancellationToken.None);
        var tree = source.RegionTree(CancellationToken.None);
        for (var k = tree.Parents.Count - 1; k > picture.Superpixels.Count; k -= 37)
        {
            double area = 0;
            foreach (var way in RegionOutline.Of(picture, tree.Members(k)))
                for (var i = 0; i < way.Length; i += 2)
                {
                    var j = (i + 2) % way.Length;
                    area += (way[i] * way[j + 1] - way[j] * way[i + 1]) / 2 * picture.Half.Width * picture.Half.Height;
                }
            Assert.Equal(tree.Sizes[k], area, 3);
        }
    }

    [Fact]
    public void What_was_pointed_at_is_a_subject_that_strokes_correct()
    {
        var renderer = new PhotoRenderer(Pictures.Pyramid(Things(), Width, Height));
        float[] Mask(SubjectPart part) => [.. renderer.Copies.Mask(new Recipe { Areas = [new Area { Mask = new Mask { Parts = [part] } }] }, 0).Select(m => m / 65535f)];
        RegionPick Pick(double x, double y, bool away = false) => new() { X = x / Width, Y = y / Height, Share = renderer.Findings.RegionAt(x / Width, y / Height).Share, Away = away };
        float At(float[] mask, int x, int y) => mask[y * Width + x];
        var one = new SubjectPart { Regions = [Pick(180, 85)] };
        var mask = Mask(one);
        Assert.True(At(mask, 180, 85) > 0.9f && At(mask, 80, 110) < 0.1f && At(mask, 120, 20) < 0.1f);
        Assert.InRange(mask.Sum() / (59 * 69), 0.97f, 1.03f);
        var both = one with { Regions = one.Regions!.Value.Add(new RegionPick { X = 80.0 / Width, Y = 110.0 / Height, Share = Math.PI * 45 * 45 / (Width * Height) }) };
        mask = Mask(both);
        Assert.True(At(mask, 180, 85) > 0.9f && At(mask, 80, 110) > 0.9f && At(mask, 80, 80) > 0.9f);
        mask = Mask(both with { Regions = both.Regions!.Value.Add(Pick(180, 85, away: true)) });
        Assert.True(At(mask, 180, 85) < 0.1f && At(mask, 80, 110) > 0.9f);
        // A stroke outside on the inner disc takes that away, and leaves the rest.
        ImmutableArray<StrokePoint> stroke = [new StrokePoint { X = 74.0 / Width, Y = 80.0 / Height, Width = 0.04, Turn = 1 }, new StrokePoint { X = 86.0 / Width, Y = 80.0 / Height }];
        mask = Mask(both with { Outside = [stroke] });
        Assert.True(At(mask, 80, 80) < 0.1f && At(mask, 80, 112) > 0.9f && At(mask, 180, 85) > 0.9f);
        var before = Mask(both);
        renderer = new PhotoRenderer(Pictures.Pyramid(Things(), Width, Height));
        Assert.Equal(before, Mask(both));
        Assert.Empty(renderer.Findings.SubjectReadings(both));
    }

    [Fact]
    public void A_mirrored_picture_has_the_mirrored_regions()
    {
        var (there, back) = (new PhotoRenderer(Pictures.Pyramid(Things(), Width, Height)).Findings, new PhotoRenderer(Pictures.Pyramid(Things(mirrored: true), Width, Height)).Findings);
        foreach (var (x, y) in ((double, double)[])[(0.75, 0.5), (0.33, 0.7), (0.33, 0.5)])
            Assert.InRange(back.RegionAt(1 - x, y).Share / there.RegionAt(x, y).Share, 0.93, 1.07);
    }
}
