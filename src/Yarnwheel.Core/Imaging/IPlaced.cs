namespace Yarnwheel.Core.Imaging;

/// <summary>Something that is known for each pixel of a region.</summary>
public interface IPlaced : IPiece
{
    /// <summary>Where it lies, in pixels at its scale.</summary>
    Region Region { get; }
}

/// <summary>Something computed that may be kept.</summary>
public interface IPiece
{
    /// <summary>Memory that it alone holds, bytes.</summary>
    long Bytes { get; }
}
