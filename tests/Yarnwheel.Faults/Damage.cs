namespace Yarnwheel.Faults;

/// <summary>Spoils files by a seed.</summary>
public static class Damage
{
    /// <summary>A few bytes turned, a stretch cut out, doubled or blanked, or the end missing; in half of them near the head, where what is said of the picture stands.</summary>
    public static byte[] Of(byte[] good, Random dice)
    {
        ArgumentNullException.ThrowIfNull(good);
        ArgumentNullException.ThrowIfNull(dice);
        var bytes = good.ToList();
        var reach = dice.Next(2) == 0 ? Math.Min(bytes.Count, 400) : bytes.Count;
        for (var n = dice.Next(1, 6); n > 0 && bytes.Count > 16; n--)
        {
            var at = dice.Next(Math.Min(reach, bytes.Count));
            var length = Math.Min(dice.Next(1, 64), bytes.Count - at);
            switch (dice.Next(6))
            {
                case 0: bytes[at] ^= (byte)(1 << dice.Next(8)); break;
                case 1: bytes[at] = (byte)dice.Next(256); break;
                case 2: bytes.RemoveRange(at, length); break;
                case 3: bytes.InsertRange(at, bytes.GetRange(at, length)); break;
                case 4: for (var i = at; i < at + length; i++) bytes[i] = (byte)(dice.Next(2) * 255); break;
                default: if (dice.Next(4) == 0) bytes.RemoveRange(at, bytes.Count - at); else bytes[at] = 0; break;
            }
        }
        return [.. bytes];
    }
}
