using System.Runtime.CompilerServices;
using Yarnwheel.Core.Lanes;
using Yarnwheel.Core.Photos;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Masks.Strokes;

/// <summary>What a stroke lays on a run of pixels of one row.</summary>
/// <remarks>Of each pixel: the most that the brush covers it on its way, the most that one pass lays down, and how much way it lies under the
/// brush for, in brush widths weighted by −ln(1 − flow).</remarks>
/// <param name="cover">Coverage, 0 … 1.</param>
/// <param name="pass">Coverage × flow, 0 … 1.</param>
/// <param name="way">Weighted way; a straight run across the middle adds −ln(1 − flow).</param>
internal readonly ref struct StrokeRow(Span<float> cover, Span<float> pass, Span<float> way)
{
    public Span<float> Cover { get; } = cover;

    public Span<float> Pass { get; } = pass;

    public Span<float> Way { get; } = way;

    public StrokeRow Slice(int from, int length) => new(Cover.Slice(from, length), Pass.Slice(from, length), Way.Slice(from, length));
}

/// <summary>Lays one segment on a run of pixels.</summary>
/// <param name="segment">The segment.</param>
/// <param name="stroke">Whose it is.</param>
/// <param name="buildsUp">Whether flow counts.</param>
/// <param name="columns">Middle of each pixel across, screen pixels.</param>
/// <param name="y">Middle of the row, screen pixels.</param>
/// <param name="l">OKLab lightness of the run; empty where the stroke does not cling.</param>
/// <param name="a">OKLab a.</param>
/// <param name="b">OKLab b.</param>
/// <param name="into">Receives what is laid on.</param>
internal readonly ref struct SegmentKernel(StrokeSegment segment, BrushStroke stroke, bool buildsUp, ReadOnlySpan<float> columns, float y,
    ReadOnlySpan<float> l, ReadOnlySpan<float> a, ReadOnlySpan<float> b, StrokeRow into) : ILaneKernel
{
    /// <summary>The largest −ln(1 − flow): full flow leaves nothing to build up.</summary>
    public const float Fullest = 16;

    private readonly StrokeSegment segment = segment;
    private readonly BrushStroke stroke = stroke;
    private readonly bool buildsUp = buildsUp;
    private readonly ReadOnlySpan<float> columns = columns;
    private readonly float y = y;
    private readonly ReadOnlySpan<float> l = l;
    private readonly ReadOnlySpan<float> a = a;
    private readonly ReadOnlySpan<float> b = b;
    private readonly StrokeRow into = into;

    public void Run<T>(int from, int to) where T : struct, ILanes<T>
    {
        T zero = T.Of(0), one = T.Of(1), half = T.Of(0.5f);
        T acrossX = T.Of(segment.AcrossX), acrossY = T.Of(segment.AcrossY);
        var squared = segment.AcrossX * segment.AcrossX + segment.AcrossY * segment.AcrossY;
        var length = T.Of(MathF.Sqrt(squared));
        T along = T.Of(squared > 0 ? segment.AcrossX / squared : 0), alongY = T.Of(squared > 0 ? segment.AcrossY / squared : 0);
        var py = T.Of(y - segment.Y);
        var hardness = T.Of((float)(stroke.Hardness / 100));
        var strength = T.Of(-MathF.Log(MathF.Max(MathF.Exp(-Fullest), 1 - segment.Flow - segment.FlowChange / 2)));
        var cling = stroke.Cling;
        for (var i = from; i < to; i += T.Count)
        {
            var px = columns.Load<T>(i) - T.Of(segment.X);
            var run = T.MulAdd(px, along, py * alongY);
            var t = LaneMath.Clamp(run, zero, one);
            T ex = px - t * acrossX, ey = py - t * acrossY;
            var distance = T.Root(T.MulAdd(ex, ex, ey * ey));
            var radius = T.MulAdd(t, T.Of(segment.RadiusChange), T.Of(segment.Radius));
            var inner = radius * hardness;
            var ramp = radius - inner;
            // An edge thinner than a pixel: how much of the pixel lies within.
            var edge = (radius + inner) * half;
            var sharp = T.Max(zero, T.Min(edge, distance + half) + T.Min(edge, half - distance));
            var u = LaneMath.Clamp((distance - inner) / T.Max(ramp, T.Of(1e-6f)), zero, one);
            var soft = one - u * u * (T.Of(3) - T.Of(2) * u);
            var cover = T.WhereAbove(one, ramp, sharp, soft);
            if (cling is not null) cover *= Alike<T>(i, cling);
            into.Cover.Save(i, T.Max(into.Cover.Load<T>(i), cover));
            if (!buildsUp) continue;
            into.Pass.Save(i, T.Max(into.Pass.Load<T>(i), cover * T.MulAdd(t, T.Of(segment.FlowChange), T.Of(segment.Flow))));
            // The way on which the brush is over the pixel: the chord, as far as the segment goes.
            T ox = px - run * acrossX, oy = py - run * acrossY;
            var chord = T.Root(T.Max(zero, radius * radius - T.MulAdd(ox, ox, oy * oy)));
            var middle = run * length;
            var under = T.Max(zero, T.Min(length, middle + chord) - T.Max(zero, middle - chord));
            into.Way.Save(i, T.MulAdd(under / T.Max(radius + radius, T.Of(1e-6f)), strength, into.Way.Load<T>(i)));
        }
    }

    /// <summary>1 where the colour is like the segment's, easing to 0.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    private T Alike<T>(int i, ColourCling cling) where T : struct, ILanes<T>
    {
        var dl = l.Load<T>(i) * T.Of((float)(cling.Lightness / 100)) - T.Of(segment.Shade.L);
        var da = a.Load<T>(i) - T.Of(segment.Shade.A);
        var db = b.Load<T>(i) - T.Of(segment.Shade.B);
        var distance = T.Root(T.MulAdd(dl, dl, T.MulAdd(da, da, db * db)));
        return Likeness.Step(distance, T.Of((float)(cling.Reach / 100)), T.Of((float)(cling.Fade / 100)));
    }
}
