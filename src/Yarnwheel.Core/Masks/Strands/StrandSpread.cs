using System.Numerics;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Masks.Mixtures;

namespace Yarnwheel.Core.Masks.Strands;

/// <summary>All thin things that hang together with one and are alike: where a pixel lies between the strand's colour near by and that of what lies beside it.</summary>
internal static class StrandSpread
{
    /// <summary>Least deviation of the strand's colours: of lightness, and of both others, OKLab.</summary>
    private const float Light = 0.035f;
    private const float Hue = 0.02f;

    /// <summary>Squared deviations within which a colour is the strand's own.</summary>
    private const float Alike = 9;

    /// <summary>A pixel that holds this much of the strand carries it on.</summary>
    private const float Carries = 0.3f;

    /// <summary>Least difference of both colours that a share can be told by, OKLab.</summary>
    private const float Least = 0.05f;

    /// <summary>How far a pixel may lie beside the way from one colour to the other: a share of that, and a constant, OKLab.</summary>
    private const float Beside = 0.35f;
    private const float Noise = 0.02f;

    /// <summary>Farther pixels than this, in widths of the strand, tell both colours where nearer ones can't.</summary>
    private const double Far = 5;

    /// <param name="lab">OKLab of the picture.</param>
    /// <param name="strand">That strokes run along.</param>
    /// <param name="blocked">Of each pixel, whether it is told to be outside.</param>
    /// <param name="cancel">Ends the work early.</param>
    /// <returns>Of each pixel, the share of the strand in it, 0 … 1.</returns>
    public static float[] Of(LabPlanes lab, StrokedStrand strand, bool[] blocked, CancellationToken cancel)
    {
        int width = lab.Width, height = lab.Height;
        var own = Own(lab, strand);
        var thin = Thin(own, width, height, strand.Width, cancel);
        var near = Math.Max(2, strand.Width);
        Vector4[] foreground = [], background = [];
        Rows.AtOnce(() => foreground = Colours(lab, Array.ConvertAll(thin, t => t ? 1f : 0), near, cancel), () => background = Colours(lab, Others(own, width, height), near, cancel));
        var share = new float[thin.Length];
        Rows.Each(height, y =>
        {
            for (var i = y * width; i < (y + 1) * width; i++) share[i] = blocked[i] || (own[i] && !thin[i]) ? 0 : Share(new Vector3(lab.L[i], lab.A[i], lab.B[i]), foreground[i], background[i]);
        }, cancel);
        var carries = Thin(Marks.Above(share, Carries), width, height, strand.Width, cancel);
        return Joined(share, carries, strand, width, height);
    }

    /// <summary>Pixels of the strand's own colours.</summary>
    private static bool[] Own(LabPlanes lab, StrokedStrand strand)
    {
        var colours = new List<Vector3>();
        foreach (var section in strand.Sections)
        {
            // The rim may be mixed.
            var half = Math.Max(0, section.Width / 2 - 1);
            for (var k = -half; k <= half; k++) colours.Add(lab.At(section.Middle + k * section.Across));
        }
        var mean = colours.Aggregate(Vector3.Zero, (sum, c) => sum + c) / colours.Count;
        var spread = colours.Aggregate(Vector3.Zero, (sum, c) => sum + (c - mean) * (c - mean)) / colours.Count + new Vector3(Light * Light, Hue * Hue, Hue * Hue);
        var own = new bool[lab.Width * lab.Height];
        Rows.Each(lab.Height, y =>
        {
            for (var i = y * lab.Width; i < (y + 1) * lab.Width; i++)
            {
                var off = new Vector3(lab.L[i], lab.A[i], lab.B[i]) - mean;
                var length = off * off / spread;
                own[i] = length.X + length.Y + length.Z < Alike;
            }
        });
        return own;
    }

    /// <summary>Of what is marked, all that is nowhere wider than about twice the strand.</summary>
    private static bool[] Thin(bool[] marked, int width, int height, float strand, CancellationToken cancel)
    {
        var most = strand + 2;
        var fromRim = DistanceTransform.Of(Array.ConvertAll(marked, m => !m), width, height, most + 1, cancel);
        var cores = new bool[marked.Length];
        for (var i = 0; i < cores.Length; i++) cores[i] = marked[i] && fromRim.Distance(i) > most;
        if (!cores.Contains(true)) return marked;
        var fromCores = DistanceTransform.Of(cores, width, height, most + 3, cancel);
        var thin = new bool[marked.Length];
        for (var i = 0; i < thin.Length; i++) thin[i] = marked[i] && fromCores.Distance(i) > most + 2;
        return thin;
    }

    /// <summary>Weight of each pixel for what lies beside the strand: none of its own colours, nor next to them.</summary>
    private static float[] Others(bool[] own, int width, int height)
    {
        var blurred = SmallBlur.Of(Array.ConvertAll(own, o => o ? 1f : 0), width, height, 1);
        return Array.ConvertAll(blurred, b => b < 0.02f ? 1f : 0);
    }

    /// <summary>The colour of weighted pixels near each pixel; the last number is 0 where there are none.</summary>
    private static Vector4[] Colours(LabPlanes lab, float[] weight, double near, CancellationToken cancel)
    {
        int width = lab.Width, height = lab.Height;
        double[] sigmas = [near, Far * near];
        float[][] sums = new float[4][];
        Parallel.For(0, 4, new ParallelOptions { CancellationToken = cancel }, k =>
        {
            var plane = k == 3 ? weight : new float[weight.Length];
            if (k < 3)
            {
                var values = k == 0 ? lab.L : k == 1 ? lab.A : lab.B;
                for (var i = 0; i < plane.Length; i++) plane[i] = weight[i] * values[i];
            }
            sums[k] = MomentBlur.Of(plane, width, height, sigmas, new float[plane.Length]);
        });
        var result = new Vector4[weight.Length];
        for (var i = 0; i < result.Length; i++)
            if (sums[3][i] > 1e-6f) result[i] = new Vector4(sums[0][i], sums[1][i], sums[2][i], sums[3][i]) / sums[3][i];
        return result;
    }

    /// <summary>How much of the foreground's colour a pixel holds; nothing where its colour can't be mixed of both.</summary>
    private static float Share(Vector3 colour, Vector4 foreground, Vector4 background)
    {
        if (foreground.W == 0 || background.W == 0) return 0;
        Vector3 way = (foreground - background).AsVector3(), off = colour - background.AsVector3();
        var length = way.Length();
        if (length < Least) return 0;
        var share = Vector3.Dot(off, way) / (length * length);
        return Vector3.Distance(off, share * way) > Beside * length + Noise ? 0 : Math.Clamp(share, 0, 1);
    }

    /// <summary>The share, where it hangs together with the strand over what carries it, gaps of two pixels included.</summary>
    private static float[] Joined(float[] share, bool[] carries, StrokedStrand strand, int width, int height)
    {
        var wide = Marks.Above(SmallBlur.Of(Array.ConvertAll(carries, c => c ? 1f : 0), width, height, 0.8), 0.05f);
        var pieces = Components.Of(wide, width, height);
        var labels = new int[wide.Length];
        foreach (var run in pieces.Runs) labels.AsSpan(run.Y * width + run.Begin, run.End - run.Begin).Fill(run.Label + 1);
        var joined = new bool[pieces.Count + 1];
        foreach (var section in strand.Sections)
        {
            int x = Math.Clamp((int)section.Middle.X, 0, width - 1), y = Math.Clamp((int)section.Middle.Y, 0, height - 1);
            if (carries[y * width + x]) joined[labels[y * width + x]] = true;
        }
        joined[0] = false;
        var result = new float[share.Length];
        for (var i = 0; i < result.Length; i++) if (joined[labels[i]]) result[i] = share[i];
        return result;
    }
}
