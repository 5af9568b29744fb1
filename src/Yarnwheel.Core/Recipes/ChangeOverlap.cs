using System.Text.Json.Nodes;

namespace Yarnwheel.Core.Recipes;

/// <summary>Whether two changes of one recipe touch the same place: those that don't can be made one after the other in either order.</summary>
public static class ChangeOverlap
{
    /// <summary>The first place that a change touches and another touched before it; null where there is none.</summary>
    /// <param name="made">JSON Patch, made on the recipe that the other was meant for.</param>
    /// <param name="wanted">JSON Patch.</param>
    /// <example><code>
    /// ChangeOverlap.Find(patch("/ground/colour"), patch("/areas/0/edge/feather")) // null: both can be
    /// </code></example>
    public static string? Find(JsonArray made, JsonArray wanted)
    {
        ArgumentNullException.ThrowIfNull(made);
        ArgumentNullException.ThrowIfNull(wanted);
        var before = made.SelectMany(Touched).ToList();
        return wanted.SelectMany(Touched).FirstOrDefault(w => before.Any(b => Meet(b, w)))?.Path;
    }

    /// <summary>A place that is touched.</summary>
    /// <param name="Path">A JSON pointer (RFC 6901); of a list, where its order changes.</param>
    /// <param name="IsAppended">Whether something is only put at the end of the list, which moves nothing.</param>
    private sealed record Place(string Path, bool IsAppended);

    private static IEnumerable<Place> Touched(JsonNode? operation)
    {
        var path = (string?)operation?["path"] ?? "";
        yield return Of(path, (string?)operation?["op"] is "add" or "remove" or "move" or "copy");
        if ((string?)operation?["from"] is { } from) yield return Of(from, isMoving: true);
    }

    private static Place Of(string path, bool isMoving)
    {
        var cut = path.LastIndexOf('/');
        if (!isMoving || cut < 0) return new Place(path, false);
        var last = path[(cut + 1)..];
        // What is put in or taken out within a list moves all that is in it.
        return last == "-" ? new Place(path[..cut], true) : last.Length > 0 && last.All(char.IsAsciiDigit) ? new Place(path[..cut], false) : new Place(path, false);
    }

    private static bool Meet(Place one, Place other) => (one.IsAppended, other.IsAppended) switch
    {
        (true, true) => false,
        (true, false) => Holds(other.Path, one.Path),
        (false, true) => Holds(one.Path, other.Path),
        _ => Holds(one.Path, other.Path) || Holds(other.Path, one.Path),
    };

    private static bool Holds(string outer, string inner) => inner == outer || inner.StartsWith(outer + "/", StringComparison.Ordinal);
}
