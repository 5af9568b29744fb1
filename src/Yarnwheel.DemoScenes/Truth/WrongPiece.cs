using Yarnwheel.Core.Imaging;

namespace Yarnwheel.DemoScenes.Truth;

/// <summary>A piece of an answer that is wrong as a whole.</summary>
/// <param name="Size">Pixels.</param>
/// <param name="IsMissing">Whether it should be inside; else it should not.</param>
/// <param name="Runs">Its pixels.</param>
internal sealed record WrongPiece(int Size, bool IsMissing, Components.Run[] Runs)
{
    /// <param name="mask">The answer, 0 … 1.</param>
    /// <param name="alpha">The truth, 0 … 1.</param>
    /// <param name="width">Pixels.</param>
    /// <param name="height">Pixels.</param>
    /// <returns>All pieces, the largest first.</returns>
    public static IReadOnlyList<WrongPiece> All(float[] mask, float[] alpha, int width, int height)
    {
        var pieces = new List<WrongPiece>();
        foreach (var isMissing in (bool[])[true, false])
        {
            bool[] wrong = [.. mask.Select((m, i) => m < 0.5f == isMissing && alpha[i] >= 0.5f == isMissing)];
            foreach (var runs in Components.Of(wrong, width, height).Runs.GroupBy(r => r.Label)) pieces.Add(new WrongPiece(runs.Sum(r => r.End - r.Begin), isMissing, [.. runs]));
        }
        return [.. pieces.OrderByDescending(p => p.Size)];
    }

    /// <summary>Of each pixel of the picture, whether it belongs to the piece.</summary>
    public bool[] Pixels(int width, int height)
    {
        var pixels = new bool[width * height];
        foreach (var run in Runs) pixels.AsSpan(run.Y * width + run.Begin, run.End - run.Begin).Fill(true);
        return pixels;
    }
}
