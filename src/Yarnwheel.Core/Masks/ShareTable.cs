namespace Yarnwheel.Core.Masks;

/// <summary>Of each of 256 values how far it is kept, and which of the lowest and of the highest are kept alike.</summary>
internal sealed class ShareTable
{
    private readonly float[] shares;
    private readonly byte lowest;
    private readonly byte highest;

    /// <param name="shares">Of each value, 0 … 1.</param>
    public ShareTable(float[] shares)
    {
        this.shares = shares;
        lowest = (byte)(shares.AsSpan().IndexOfAnyExcept(shares[0]) is var other && other < 0 ? byte.MaxValue : other - 1);
        highest = (byte)(shares.AsSpan().LastIndexOfAnyExcept(shares[^1]) + 1);
    }

    public float this[byte value] => shares[value];

    /// <summary>The share that all of these values have, where they are among the lowest or the highest.</summary>
    /// <param name="values">At least one.</param>
    /// <param name="share">Receives it.</param>
    /// <returns>Whether they are.</returns>
    public bool IsEven(ReadOnlySpan<byte> values, out float share)
    {
        var isLow = !values.ContainsAnyExceptInRange((byte)0, lowest);
        share = isLow ? shares[0] : shares[^1];
        return isLow || !values.ContainsAnyExceptInRange(highest, byte.MaxValue);
    }
}
