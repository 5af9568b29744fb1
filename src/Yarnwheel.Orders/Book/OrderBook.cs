using System.Collections.Concurrent;
using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Looks;
using Yarnwheel.Core.Recipes;

namespace Yarnwheel.Orders.Book;

/// <summary>The orders, each a folder of small files below the data folder, so that machines which share that folder share them.</summary>
/// <remarks>What was asked for (order.json, recipes, a look) is written once. What became of it stands beside it: a result a picture, a share while it is made, and marks
/// "paused" and "cancelled". Every file is whole or not there; who makes a picture holds a lock on its file in locks/.</remarks>
/// <param name="data">The data folder.</param>
/// <param name="clock">What time it is.</param>
public sealed class OrderBook(string data, TimeProvider clock)
{
    /// <summary>How long a single copy waits to be fetched.</summary>
    public static readonly TimeSpan SingleKept = TimeSpan.FromHours(1);

    /// <summary>How long an order that has ended stays in the book.</summary>
    public static readonly TimeSpan Kept = TimeSpan.FromDays(7);

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { WriteIndented = true, Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) } };

    // Pages ask often, and what has ended stays as it is until it is forgotten here: by the one process that pages are drawn in.
    private readonly ConcurrentDictionary<(string Order, int Picture), PictureResult> ended = new();

    private string Root { get; } = Path.Combine(Path.GetFullPath(data), "orders");

    /// <summary>The data folder that originals and mask pictures are in.</summary>
    public string Data { get; } = Path.GetFullPath(data);

    /// <summary>Writes an order down.</summary>
    /// <param name="order">What is asked for; its id is made here.</param>
    /// <param name="recipe">The recipe of each picture, by its number.</param>
    /// <param name="look">Laid on the recipes of pictures that say so, and how.</param>
    /// <returns>The order with its id.</returns>
    public Order Add(Order order, Func<int, Recipe> recipe, (Look Look, LookWish Wish)? look = null)
    {
        ArgumentNullException.ThrowIfNull(order);
        ArgumentNullException.ThrowIfNull(recipe);
        order = order with { Id = Guid.NewGuid().ToString("N"), CreatedAt = clock.GetUtcNow().UtcDateTime };
        foreach (var room in (string[])["recipes", "results", "shares", "locks", "out"]) Directory.CreateDirectory(In(order.Id, room));
        foreach (var picture in order.Pictures) File.WriteAllText(RecipeOf(order.Id, picture.Number), RecipeJson.Write(recipe(picture.Number)));
        if (look is { } laid)
        {
            File.WriteAllText(In(order.Id, "look.json"), LookJson.Write(laid.Look));
            File.WriteAllText(In(order.Id, "look-wish.json"), JsonSerializer.Serialize(laid.Wish, Json));
        }
        // Last: an order that can be read is whole.
        WholeFile.Write(In(order.Id, "order.json"), path => File.WriteAllText(path, JsonSerializer.Serialize(order, Json)));
        return order;
    }

    /// <summary>An order; null where there is none.</summary>
    public Order? Find(string id)
    {
        if (id is not { Length: 32 } || !id.All(char.IsAsciiHexDigitLower)) return null;
        return Read<Order>(In(id, "order.json"));
    }

    /// <summary>All orders, the newest first.</summary>
    public IReadOnlyList<Order> List() => !Directory.Exists(Root) ? []
        : [.. Directory.EnumerateDirectories(Root).Select(d => Find(Path.GetFileName(d))).OfType<Order>().OrderByDescending(o => o.CreatedAt)];

    /// <summary>Where an order stands.</summary>
    public OrderState StateOf(Order order)
    {
        ArgumentNullException.ThrowIfNull(order);
        var (cancelled, paused) = (Is(order.Id, OrderMark.Cancelled), Is(order.Id, OrderMark.Paused));
        // Looked at once for all pictures: there may be thousands, on a shared folder.
        var (results, shares) = (Names(order.Id, "results"), Names(order.Id, "shares"));
        var pictures = order.Pictures.Select(p => Of(p)).ToList();
        var phase = pictures.All(p => p.Phase is PicturePhase.Made or PicturePhase.Failed) ? OrderPhase.Ended
            : cancelled ? OrderPhase.Cancelled
            : paused ? OrderPhase.Paused
            : order.Target == OrderTarget.Zip && !Is(order.Id, OrderMark.Fetching) ? OrderPhase.ToFetch : OrderPhase.Working;
        return new OrderState(order, phase, pictures);

        PictureState Of(OrderPicture picture)
        {
            var key = Key(picture.Number);
            var result = results.Contains(key + ".json") ? Known(order.Id, picture.Number) : null;
            if (result is { IsTriedAgain: false }) return new PictureState(picture, result.IsMade ? PicturePhase.Made : PicturePhase.Failed, 1, result);
            var share = shares.Contains(key) ? ShareOf(order.Id, picture.Number) : null;
            return new PictureState(picture, cancelled ? PicturePhase.Cancelled : share is null ? PicturePhase.Waiting : PicturePhase.Working, share ?? 0, result);
        }
    }

    public bool Is(string id, OrderMark mark) => File.Exists(Mark(id, mark));

    public void Set(string id, OrderMark mark, bool on)
    {
        if (on && Directory.Exists(In(id, ""))) File.WriteAllBytes(Mark(id, mark), []);
        else File.Delete(Mark(id, mark));
    }

    public Recipe RecipeFor(string id, int picture) => RecipeJson.Parse(File.ReadAllBytes(RecipeOf(id, picture)));

    /// <summary>The look that is laid on the recipes, and how; null for none.</summary>
    public (Look Look, LookWish Wish)? LookOf(string id) => File.Exists(In(id, "look.json"))
        ? (LookJson.Parse(File.ReadAllBytes(In(id, "look.json"))), Read<LookWish>(In(id, "look-wish.json"))!) : null;

    /// <summary>What became of a picture; null where nothing did yet.</summary>
    public PictureResult? ResultOf(string id, int picture) => Read<PictureResult>(In(id, "results", Key(picture) + ".json"));

    public void Write(string id, int picture, PictureResult result) =>
        WholeFile.Write(In(id, "results", Key(picture) + ".json"), path => File.WriteAllText(path, JsonSerializer.Serialize(result with { At = clock.GetUtcNow().UtcDateTime }, Json)));

    /// <summary>Forgets what became of the pictures that failed.</summary>
    /// <returns>Their numbers.</returns>
    public IReadOnlyList<int> ForgetFailed(Order order)
    {
        ArgumentNullException.ThrowIfNull(order);
        var failed = order.Pictures.Select(p => p.Number).Where(n => ResultOf(order.Id, n) is { IsMade: false }).ToList();
        foreach (var number in failed) Forget(order.Id, number);
        return failed;
    }

    /// <summary>Forgets that a picture was made: whoever fetches the archive again wants it again.</summary>
    public void Forget(string id, int picture)
    {
        File.Delete(In(id, "results", Key(picture) + ".json"));
        ended.TryRemove((id, picture), out _);
    }

    /// <summary>The folder that an order's copies go to.</summary>
    public string FolderOf(Order order)
    {
        ArgumentNullException.ThrowIfNull(order);
        return order.Target == OrderTarget.Folder ? order.Folder! : In(order.Id, "out");
    }

    /// <summary>Says how far a picture is, 0 … 1; null when nobody is at it any more.</summary>
    public void WriteShare(string id, int picture, double? share)
    {
        try
        {
            if (share is { } value)
            {
                // Whole or not there: who reads it just now must not take it for nothing.
                var place = In(id, "shares", Key(picture));
                File.WriteAllText(In(id, "locks", Key(picture) + ".share"), value.ToString("F3", CultureInfo.InvariantCulture));
                File.Move(In(id, "locks", Key(picture) + ".share"), place, overwrite: true);
            }
            else File.Delete(In(id, "shares", Key(picture)));
        }
        catch (IOException)
        {
            // A share is a courtesy; the next one will do.
        }
    }

    /// <summary>The right to make a picture, until it is disposed of; null while another has it. It ends with its process, however that ends.</summary>
    public IDisposable? Lock(string id, int picture)
    {
        try
        {
            return new FileStream(In(id, "locks", Key(picture)), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException)
        {
            return null;
        }
    }

    /// <summary>Removes an order; copies in a folder of the photographer's stay.</summary>
    public void Remove(string id)
    {
        if (Directory.Exists(In(id, ""))) Directory.Delete(In(id, ""), recursive: true);
        foreach (var key in ended.Keys.Where(k => k.Order == id)) ended.TryRemove(key, out _);
    }

    /// <summary>Removes orders that ended long ago, and single copies that nobody fetched.</summary>
    public void Sweep()
    {
        var now = clock.GetUtcNow().UtcDateTime;
        foreach (var order in List())
        {
            var state = StateOf(order);
            if (state.Phase is OrderPhase.Working or OrderPhase.Paused) continue;
            var ended = state.Pictures.Max(p => p.Result?.At) ?? order.CreatedAt;
            if (now - ended > (order.IsSingle ? SingleKept : Kept)) Remove(order.Id);
        }
    }

    private PictureResult? Known(string id, int picture)
    {
        if (ended.TryGetValue((id, picture), out var known)) return known;
        var result = ResultOf(id, picture);
        if (result is { IsTriedAgain: false }) ended[(id, picture)] = result;
        return result;
    }

    private static string Key(int picture) => picture.ToString("D5", CultureInfo.InvariantCulture);

    private string In(string id, string room, string file = "") => Path.Combine(Root, id, room, file);

    private string Mark(string id, OrderMark mark) => In(id, mark.ToString().ToLowerInvariant());

    private string RecipeOf(string id, int picture) => In(id, "recipes", Key(picture) + ".json");

    private HashSet<string> Names(string id, string room) =>
        Directory.Exists(In(id, room)) ? [.. Directory.EnumerateFiles(In(id, room)).Select(f => Path.GetFileName(f))] : [];

    private double? ShareOf(string id, int picture)
    {
        try
        {
            return double.TryParse(File.ReadAllText(In(id, "shares", Key(picture))), CultureInfo.InvariantCulture, out var share) ? share : 0;
        }
        catch (IOException)
        {
            return null;
        }
    }

    private static T? Read<T>(string path) where T : class
    {
        try
        {
            return JsonSerializer.Deserialize<T>(File.ReadAllBytes(path), Json);
        }
        catch (Exception exception) when (exception is FileNotFoundException or DirectoryNotFoundException or JsonException)
        {
            return null;
        }
    }
}

/// <summary>Marks an order can have.</summary>
public enum OrderMark
{
    /// <summary>No picture of it is begun.</summary>
    Paused,

    /// <summary>No picture of it is begun any more, and those being made end early.</summary>
    Cancelled,

    /// <summary>Its archive is being fetched.</summary>
    Fetching,
}
