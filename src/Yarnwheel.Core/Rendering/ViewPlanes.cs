using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Core.Rendering;

/// <summary>All that a view needs of the photo whatever the recipe says: its light, its OKLab, its hues and their weight.</summary>
internal sealed class ViewPlanes
{
    private readonly float[]?[] bases = new float[]?[4];

    private ViewPlanes(View view, Planes light)
    {
        View = view;
        Light = light;
        var count = light.Width * light.Height;
        L = new float[count];
        A = new float[count];
        B = new float[count];
        Turn = new float[count];
        Weight = new float[count];
    }

    public View View { get; }

    public Planes Light { get; }

    public float[] L { get; }

    public float[] A { get; }

    public float[] B { get; }

    /// <summary>Hue in turns, 0 … 1.</summary>
    public float[] Turn { get; }

    /// <summary>How much of a lift each pixel gets by its chroma.</summary>
    public float[] Weight { get; }

    public int Width => Light.Width;

    public int Height => Light.Height;

    public long Bytes => 4L * Width * Height * 9;

    public static ViewPlanes Draw(Pyramid photo, View view, CancellationToken cancel)
    {
        var planes = new ViewPlanes(view, AreaSampler.Draw(photo, view.Region, view.Scale, cancel));
        Rows.Each(planes.Height, planes.Analyse, cancel);
        return planes;
    }

    /// <summary>The lightness a basis gives each pixel.</summary>
    public float[] Base(GreyBasis basis)
    {
        if (bases[(int)basis] is { } known) return known;
        var plane = new float[Width * Height];
        Rows.Each(Height, y =>
        {
            for (var i = y * Width; i < (y + 1) * Width; i++)
                plane[i] = GreyConversion.BaseLightness(basis, Light.Red[i], Light.Green[i], Light.Blue[i], L[i]);
        });
        return bases[(int)basis] = plane;
    }

    private void Analyse(int y)
    {
        for (var i = y * Width; i < (y + 1) * Width; i++)
        {
            var (l, a, b) = OkLab.FromLinear(Light.Red[i], Light.Green[i], Light.Blue[i]);
            L[i] = l;
            A[i] = a;
            B[i] = b;
            Weight[i] = GreyConversion.Weight(OkLab.Chroma(a, b)) * GreyConversion.Gain;
            var turn = MathF.Atan2(b, a) * (1 / (2 * MathF.PI));
            Turn[i] = turn < 0 ? turn + 1 : turn;
        }
    }
}
