using Yarnwheel.Codecs.Saving;

namespace Yarnwheel.Orders.Book;

/// <summary>What is saved of each photo.</summary>
public enum OrderKind
{
    /// <summary>The picture.</summary>
    Picture,

    /// <summary>The mask of one area, by its number in the recipe.</summary>
    Mask,

    /// <summary>The masks of all areas, a file each.</summary>
    AllMasks,
}

/// <summary>Where copies go.</summary>
public enum OrderTarget
{
    /// <summary>They wait in the data folder until they are fetched, one by one.</summary>
    Kept,

    /// <summary>A folder on the server.</summary>
    Folder,

    /// <summary>They are made while a ZIP archive is fetched.</summary>
    Zip,
}

/// <summary>Copies that were asked for together. It never changes; what becomes of it stands beside it.</summary>
public sealed record Order
{
    public required string Id { get; init; }

    public required string Title { get; init; }

    public required DateTime CreatedAt { get; init; }

    public OrderKind Kind { get; init; }

    /// <summary>The area whose mask is saved.</summary>
    public int Area { get; init; }

    public OrderTarget Target { get; init; }

    /// <summary>Where copies go, for <see cref="OrderTarget.Folder"/>.</summary>
    public string? Folder { get; init; }

    /// <summary>Whoever ordered it; null where nobody signs in.</summary>
    public string? Person { get; init; }

    public required CopySettings Settings { get; init; }

    /// <summary>Whether the recipe is written beside each picture, as JSON.</summary>
    public bool RecipeBeside { get; init; }

    /// <summary>Whether it is one copy, asked for at a Bench, where somebody waits for it.</summary>
    public bool IsSingle { get; init; }

    public required IReadOnlyList<OrderPicture> Pictures { get; init; }
}

/// <summary>One picture of an order.</summary>
/// <param name="Number">Place in the order, from 1.</param>
/// <param name="Photo">Name of the photo.</param>
/// <param name="Take">Name of the take or look.</param>
/// <param name="Original">The photo's file, from the data folder on.</param>
/// <param name="Name">Of its file, with extension.</param>
/// <param name="Look">Whether the order's look is laid on the recipe.</param>
/// <param name="Page">Of the photo's file, from 0.</param>
public sealed record OrderPicture(int Number, string Photo, string Take, string Original, string Name, bool Look = false, int Page = 0);

/// <summary>What became of a picture.</summary>
public sealed record PictureResult
{
    public required bool IsMade { get; init; }

    /// <summary>Why it failed.</summary>
    public string? Fault { get; init; }

    /// <summary>What could not be done as wished, in words.</summary>
    public IReadOnlyList<string> Notes { get; init; } = [];

    /// <summary>Whether it will be tried again by itself.</summary>
    public bool IsTriedAgain { get; init; }

    /// <summary>Names of the files made.</summary>
    public IReadOnlyList<string> Files { get; init; } = [];

    public long Bytes { get; init; }

    public double Milliseconds { get; init; }

    public DateTime At { get; init; }
}
