namespace Yarnwheel.Core.Masks;

/// <summary>Of each of 256 values how far it is kept, and which of the lowest and of the highest are all kept, or all not.</summary>
internal sealed class ShareTable
{
    private readonly float[] shares;

    // −1 and 256 for none.
    private readonly int lowest = -1;
    private readonly int highest = 256;

    /// <param name="shares">Of each value, 0 … 1.</param>
    public ShareTable(float[] shares)
    {
        this.shares = shares;
        // A mean of other shares is not just that share, for its weights are rounded.
        if (shares[0] is 0 or 1) lowest = shares.AsSpan().IndexOfAnyExcept(shares[0]) is var other && other < 0 ? byte.MaxValue : other - 1;
        if (shares[^1] is 0 or 1) highest = shares.AsSpan().LastIndexOfAnyExcept(shares[^1]) + 1;
    }

    public float this[byte value] => shares[value];

    /// <summary>Whether all of these values are kept, or all not, as far as the lowest and the highest tell.</summary>
    /// <param name="values">At least one.</param>
    /// <param name="share">Receives 0 or 1, where it is so.</param>
    public bool IsEven(ReadOnlySpan<byte> values, out float share)
    {
        var isLow = lowest >= 0 && !values.ContainsAnyExceptInRange((byte)0, (byte)lowest);
        share = isLow ? shares[0] : shares[^1];
        return isLow || (highest <= byte.MaxValue && !values.ContainsAnyExceptInRange((byte)highest, byte.MaxValue));
    }
}
