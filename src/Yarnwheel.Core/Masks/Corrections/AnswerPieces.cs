namespace Yarnwheel.Core.Masks.Corrections;

/// <summary>The pieces that an answer falls into, inside and outside.</summary>
/// <param name="Sizes">Of each superpixel, of the piece that it belongs to, pixels of the half picture.</param>
/// <param name="AreTouched">Of each superpixel, whether a correcting stroke lies in its piece and that is on the other side.</param>
internal sealed record AnswerPieces(float[] Sizes, bool[] AreTouched)
{
    public static AnswerPieces Of(Correction correction)
    {
        var (isWith, picture) = (correction.IsWith, correction.Picture);
        var labels = new int[isWith.Length];
        Array.Fill(labels, -1);
        var sizes = new List<float>();
        var open = new Stack<int>();
        for (var first = 0; first < labels.Length; first++)
        {
            if (labels[first] >= 0) continue;
            var size = 0f;
            labels[first] = sizes.Count;
            open.Push(first);
            while (open.TryPop(out var k))
            {
                size += picture.Sizes[k];
                foreach (var next in picture.Neighbours[k])
                {
                    if (labels[next] >= 0 || isWith[next] != isWith[first]) continue;
                    labels[next] = sizes.Count;
                    open.Push(next);
                }
            }
            sizes.Add(size);
        }
        var touched = correction.Touched.Where(k => !isWith[k]).Select(k => labels[k]).ToHashSet();
        return new AnswerPieces([.. labels.Select(l => sizes[l])], [.. labels.Select(touched.Contains)]);
    }
}
