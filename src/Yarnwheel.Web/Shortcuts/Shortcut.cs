namespace Yarnwheel.Web.Shortcuts;

/// <summary>A key that does something at the Bench, or something done with the pointer that the list of keys tells too.</summary>
/// <param name="Id">Names it in the page's scripts and in what is kept.</param>
/// <param name="Key">One character, or what is shown where it can't be changed.</param>
/// <param name="Words">What it does.</param>
/// <param name="Group">Where it stands in the list.</param>
/// <param name="Hands">Kinds of part whose hand it goes with, parted by spaces; empty for every hand.</param>
/// <param name="Way">How it is pressed.</param>
public sealed record Shortcut(string Id, string Key, string Words, string Group, string Hands = "", ShortcutWay Way = ShortcutWay.Press)
{
    /// <summary>Whether another key may be given to it.</summary>
    public bool IsChangeable => Way != ShortcutWay.Fixed;
}

/// <summary>How a key is pressed.</summary>
public enum ShortcutWay
{
    /// <summary>Once.</summary>
    Press,

    /// <summary>For as long as something is wanted.</summary>
    Hold,

    /// <summary>After the key that opens the rest.</summary>
    Second,

    /// <summary>As it is everywhere; it can't be changed.</summary>
    Fixed,
}
