namespace Yarnwheel.Core.Masks.Mixtures;

/// <summary>Works through many pixels in blocks, in parallel; a block's memory is used again.</summary>
internal static class MatteBlocks
{
    /// <param name="count">Of pixels.</param>
    /// <param name="work">Does those from one on, so many.</param>
    /// <param name="cancel">Ends the work early.</param>
    public static void Each(int count, Action<MatteBlock, int, int> work, CancellationToken cancel) =>
        Parallel.For(0, (count + MatteBlock.Size - 1) / MatteBlock.Size, new ParallelOptions { CancellationToken = cancel }, () => new MatteBlock(), (b, _, block) =>
        {
            work(block, b * MatteBlock.Size, Math.Min(MatteBlock.Size, count - b * MatteBlock.Size));
            return block;
        }, _ => { });
}
