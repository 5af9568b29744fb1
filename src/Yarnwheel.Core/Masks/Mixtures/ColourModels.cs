using Yarnwheel.Core.Lanes;

namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>Turns rows of moments into rows of models.</summary>
internal static class ColourModels
{
    /// <summary>Puts each pixel's model in the place of its moments: mean and covariance over all but the first row.</summary>
    /// <param name="rows">Ten rows of <see cref="MatteBlock.Size"/>.</param>
    /// <param name="count">How many pixels.</param>
    /// <param name="relative">Least deviation as a share of the mean.</param>
    /// <param name="absolute">Least deviation.</param>
    public static void OfMoments(Span<float> rows, int count, float relative, float absolute) => LaneLoop.Over(new Kernel(rows, relative, absolute), count);

    private readonly ref struct Kernel(Span<float> rows, float relative, float absolute) : ILaneKernel
    {
        private readonly Span<float> rows = rows;
        private readonly float relative = relative;
        private readonly float absolute = absolute;

        public void Run<T>(int from, int to) where T : struct, ILanes<T>
        {
            for (var i = from; i < to; i += T.Count) new ColourModel<T>(rows, MatteBlock.Size, i, relative, absolute).Save(rows, MatteBlock.Size, i);
        }
    }
}
