using System.Numerics;
using Yarnwheel.Core.Colour;
using Yarnwheel.Core.Grey;
using Yarnwheel.Core.Imaging;

namespace Yarnwheel.Core.Masks.Segments;

/// <summary>Sorts the colours of a picture into small cells of OKLab, so that what holds of a colour is computed once for all its pixels.</summary>
internal sealed class ColourCells
{
    private const int Steps = 64;
    private const float LightnessStep = 1f / 50;
    private const float ColourStep = 0.01f;

    private readonly int[] numbers = new int[Steps * Steps * Steps];
    private readonly List<Vector3> means = [];

    /// <summary>The colour in the middle of each cell that occurs, OKLab.</summary>
    public Vector3[] Colours => [.. means];

    /// <summary>The cell of each pixel.</summary>
    public int[] Sort(LabPlanes lab)
    {
        var cells = new int[lab.Width * lab.Height];
        Rows.Each(lab.Height, y =>
        {
            for (var i = y * lab.Width; i < (y + 1) * lab.Width; i++)
                cells[i] = (Step(lab.L[i] / LightnessStep) * Steps + Step(lab.A[i] / ColourStep + Steps / 2)) * Steps + Step(lab.B[i] / ColourStep + Steps / 2);
        });
        foreach (ref var cell in cells.AsSpan())
        {
            ref var number = ref numbers[cell];
            if (number == 0)
            {
                means.Add(new Vector3((cell / (Steps * Steps) + 0.5f) * LightnessStep, (cell / Steps % Steps + 0.5f - Steps / 2) * ColourStep, (cell % Steps + 0.5f - Steps / 2) * ColourStep));
                number = means.Count;
            }
            cell = number - 1;
        }
        return cells;
    }

    private static int Step(float value) => Math.Clamp((int)MathF.Floor(value), 0, Steps - 1);
}
