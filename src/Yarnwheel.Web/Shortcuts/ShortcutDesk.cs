using System.Text.Json;
using Yarnwheel.Core;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Shortcuts;

/// <summary>The keys as this photographer has them: the usual ones but for those that were changed, which are kept in the data folder.</summary>
public sealed class ShortcutDesk(DataFolder folder)
{
    private readonly Lock turn = new();
    private Dictionary<string, string>? keys;

    private string File => Path.Combine(folder.Root, "shortcuts.json");

    /// <summary>The key of a command.</summary>
    /// <param name="id">One of <see cref="ShortcutList"/>.</param>
    public string this[string id]
    {
        get
        {
            lock (turn) return Keys[id];
        }
    }

    /// <summary>All of them, for the page's scripts.</summary>
    public string ForScripts => JsonSerializer.Serialize(ShortcutList.All.Select(s => new { id = s.Id, key = this[s.Id], way = s.Way.ToString(), words = s.Words, group = s.Group, hands = s.Hands }));

    /// <summary>Gives a command another key. What had it takes the old one, so that no two ever have the same.</summary>
    /// <param name="id">Of the command.</param>
    /// <param name="key">One character.</param>
    /// <returns>What was found to have the key, and changed with it; null for nothing.</returns>
    /// <exception cref="YarnwheelException">There is no such command, it can't be changed, or that is no key.</exception>
    public Shortcut? Change(string id, string key)
    {
        var command = ShortcutList.All.FirstOrDefault(s => s.Id == id && s.IsChangeable) ?? throw new YarnwheelException("That key can't be changed.");
        if (key is not { Length: 1 } || char.IsControl(key[0]) || char.IsWhiteSpace(key[0]) || key[0] is '?' or '+' or '-' or '=') throw new YarnwheelException("A key is one letter, digit or sign; ?, + and − keep their meaning. Nothing was changed.");
        key = key.ToUpperInvariant();
        lock (turn)
        {
            var isSecond = command.Way == ShortcutWay.Second;
            var other = ShortcutList.All.FirstOrDefault(s => s.Id != id && s.IsChangeable && s.Way == ShortcutWay.Second == isSecond && Keys[s.Id] == key);
            if (other is not null) Keys[other.Id] = Keys[id];
            Keys[id] = key;
            Keep();
            return other;
        }
    }

    /// <summary>Takes all changes back.</summary>
    public void Reset()
    {
        lock (turn)
        {
            keys = Usual();
            Keep();
        }
    }

    private Dictionary<string, string> Keys => keys ??= Read();

    private static Dictionary<string, string> Usual() => ShortcutList.All.ToDictionary(s => s.Id, s => s.Key);

    private Dictionary<string, string> Read()
    {
        var all = Usual();
        if (!System.IO.File.Exists(File)) return all;
        try
        {
            foreach (var (id, key) in JsonSerializer.Deserialize<Dictionary<string, string>>(System.IO.File.ReadAllText(File)) ?? [])
                if (ShortcutList.All.Any(s => s.Id == id && s.IsChangeable) && key.Length == 1) all[id] = key;
        }
        catch (Exception exception) when (exception is JsonException or IOException)
        {
            // A file that can't be read must not keep the Bench from opening: the usual keys stand.
            return Usual();
        }
        return all;
    }

    private void Keep()
    {
        var changed = ShortcutList.All.Where(s => Keys[s.Id] != s.Key).ToDictionary(s => s.Id, s => Keys[s.Id]);
        var beside = File + ".new";
        System.IO.File.WriteAllText(beside, JsonSerializer.Serialize(changed));
        System.IO.File.Move(beside, File, true);
    }
}
