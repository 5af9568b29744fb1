namespace Yarnwheel.Core.Photos;

/// <summary>What a file's compression leaves of a picture.</summary>
/// <param name="Chroma">The pixels that have a sample of chroma together.</param>
/// <param name="Noise">Deviation from what was photographed where something is to be seen, encoded 0 … 1.</param>
public readonly record struct FileCoding(ChromaCells Chroma, float Noise)
{
    /// <summary>All that there was.</summary>
    public static FileCoding Lossless { get; } = new(ChromaCells.Each, 0);
}
