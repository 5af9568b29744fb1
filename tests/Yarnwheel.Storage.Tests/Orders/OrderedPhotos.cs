using System.Security.Cryptography;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Orders.Book;

namespace Yarnwheel.Storage.Tests.Orders;

/// <summary>A data folder with small photos in it, and orders for copies of them.</summary>
internal sealed class OrderedPhotos : IDisposable
{
    public static readonly Recipe Recipe = RecipeJson.Parse("""{ "yarnwheel": 1, "areas": [ { "name": "A", "mask": { "parts": [ { "kind": "hue", "from": 200, "to": 320 } ] } } ] }""");
    private readonly TempFolder folder = new();

    public OrderedPhotos()
    {
        Codecs.CodecLibrary.Prepare();
        Book = new OrderBook(Data, Clock);
    }

    public string Data => folder.Path;

    public string Out => folder.File("out");

    public StillClock Clock { get; } = new();

    public OrderBook Book { get; }

    public void Dispose() => folder.Dispose();

    /// <summary>An order of so many photos, each of another size.</summary>
    public Order Add(int count, OrderTarget target = OrderTarget.Folder, CopySettings? settings = null, OrderKind kind = OrderKind.Picture, bool isSingle = false, int scale = 1)
    {
        Directory.CreateDirectory(Out);
        var pictures = Enumerable.Range(1, count).Select(n => new OrderPicture(n, $"photo {n}", "Take 1", Original(n, scale), $"copy {n}{(settings ?? new CopySettings()).Extension}")).ToList();
        return Book.Add(new Order { Id = "", Title = "", CreatedAt = default, Kind = kind, Target = target, Folder = Out, Settings = settings ?? new CopySettings(), Pictures = pictures, IsSingle = isSingle }, _ => Recipe);
    }

    private string Original(int number, int scale)
    {
        using var image = TestPhotos.Image().Crop(0, 0, TestPhotos.Width - number, TestPhotos.Height - number).Resize(scale);
        var bytes = image.PngsaveBuffer();
        var hash = Convert.ToHexStringLower(SHA256.HashData(bytes));
        var relative = Path.Combine("originals", hash[..2], hash + ".png");
        Directory.CreateDirectory(Path.Combine(Data, "originals", hash[..2]));
        File.WriteAllBytes(Path.Combine(Data, relative), bytes);
        return relative;
    }
}

/// <summary>Stands still until it is told otherwise.</summary>
internal sealed class StillClock : TimeProvider
{
    public DateTimeOffset Now { get; set; } = new(2026, 1, 1, 0, 0, 0, TimeSpan.Zero);

    public override DateTimeOffset GetUtcNow() => Now;
}
