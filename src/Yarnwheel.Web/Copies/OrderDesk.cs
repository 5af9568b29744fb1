using System.Globalization;
using Yarnwheel.Codecs.Saving;
using Yarnwheel.Core;
using Yarnwheel.Core.Looks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Model;
using Yarnwheel.Data.Store;
using Yarnwheel.Orders.Book;
using Yarnwheel.Orders.Making;
using Yarnwheel.Orders.Naming;
using Yarnwheel.Orders.Queue;
using Yarnwheel.Web.Benches;
using Yarnwheel.Web.People;

namespace Yarnwheel.Web.Copies;

/// <summary>The names that copies will get, known before the first is made.</summary>
/// <param name="Names">One a photo, in their order.</param>
/// <param name="Forbidden">Characters of the pattern that became hyphens.</param>
internal sealed record SetPlan(IReadOnlyList<PlannedName> Names, string Forbidden);

/// <summary>Takes orders for copies: of one take, of many photos.</summary>
internal sealed class OrderDesk(TakeDesk takes, LookDesk looks, ShelfView shelf, OriginalStore originals, DataFolder folder, OrderBook book, OrderQueue queue, TimeProvider clock, Sight sight, OpenPhotos open, IPhotoSource sources, CopyForecast forecast)
{
    /// <summary>More are refused at once.</summary>
    public const int Most = 5000;

    /// <summary>Begins a copy that somebody waits for.</summary>
    /// <exception cref="YarnwheelException">It can't be done; says why.</exception>
    public async Task<Order> BeginAsync(int take, CopyRequest request, CancellationToken cancel)
    {
        var state = await takes.GetAsync(take, cancel);
        var wish = request.Wish ?? new CopyWish();
        if (wish.Kind == OrderKind.Mask && (wish.Area < 0 || wish.Area >= state.Recipe.Areas.Length)) throw new YarnwheelException("That area is not there any more; nothing was saved.");
        if (wish.Kind == OrderKind.AllMasks && state.Recipe.Areas.IsEmpty) throw new YarnwheelException("There is no area yet, so there are no masks; nothing was saved.");
        var settings = wish.Settings();
        var original = originals.Find(state.Photo.Hash, state.Photo.Extension, state.Photo.Name);
        var name = FileName.Of(request.Name ?? "") + wish.Extension;
        var order = book.Add(new Order
        {
            Id = "",
            Title = name,
            CreatedAt = default,
            Person = sight.Viewer?.Person,
            Kind = wish.Kind,
            Area = wish.Area,
            Settings = settings,
            RecipeBeside = wish.RecipeBeside,
            IsSingle = true,
            Pictures = [new OrderPicture(1, state.Photo.Name, state.Name, Relative(original), name, Page: state.Photo.Page)],
        }, _ => state.Recipe);
        await queue.AddAsync(order, [1], CancellationToken.None);
        return order;
    }

    /// <summary>How long a copy will take, in words.</summary>
    /// <exception cref="YarnwheelException">It can't be done; says why.</exception>
    public async Task<string> ForecastAsync(int take, CopyRequest request, CancellationToken cancel)
    {
        var state = await takes.GetAsync(take, cancel);
        var photo = await open.GetAsync(state.Photo, cancel);
        return CopyForecast.Words(await forecast.SecondsAsync(CopyForecast.KeyOf(state), photo.Renderer, state.Recipe, request.Wish ?? new CopyWish(), isOpen: true, cancel));
    }

    /// <summary>How long copies of many photos will take, by the first of them, in words.</summary>
    /// <exception cref="YarnwheelException">It can't be done; says why.</exception>
    public async Task<string> ForecastSetAsync(SetRequest request, CancellationToken cancel)
    {
        var (photos, look) = await ReadAsync(request, cancel);
        var state = await takes.GetAsync(photos[0].Shown.Id, cancel);
        var picture = new OrderPicture(1, state.Photo.Name, state.Name, Relative(originals.Find(state.Photo.Hash, state.Photo.Extension, state.Photo.Name)), "", Page: state.Photo.Page);
        var since = clock.GetTimestamp();
        var (_, renderer) = await Task.Run(() => sources.Open(picture, folder.Root, cancel), cancel);
        var opening = clock.GetElapsedTime(since).TotalSeconds;
        var recipe = look is null ? state.Recipe : CopyMaking.Laid(state.Recipe, renderer, look, new LookWish(LookPieces.All, request.Strength, LookDesk.IsInstead(request.Look!)), cancel).Recipe;
        var seconds = opening + await forecast.SecondsAsync(look is null ? CopyForecast.KeyOf(state) : $"{CopyForecast.KeyOf(state)} {request.Look} {request.Strength}", renderer, recipe, request.Wish ?? new CopyWish(), isOpen: false, cancel);
        var share = photos.Sum(p => (double)p.Width * p.Height) / ((double)photos[0].Width * photos[0].Height);
        return CopyForecast.Words(seconds * share);
    }

    /// <summary>The names that an order would give.</summary>
    /// <exception cref="YarnwheelException">The pattern or the folder can't be used; says why.</exception>
    public async Task<SetPlan> PlanAsync(SetRequest request, CancellationToken cancel)
    {
        var (photos, look) = await ReadAsync(request, cancel);
        return Plan(request, photos, look?.Name);
    }

    /// <summary>Begins copies of many photos.</summary>
    /// <exception cref="YarnwheelException">It can't be done; says why.</exception>
    public async Task<Order> BeginSetAsync(SetRequest request, CancellationToken cancel)
    {
        var wish = request.Wish ?? new CopyWish();
        if (wish.Kind == OrderKind.Mask) throw new YarnwheelException("Of a set, the masks of all areas are saved; nothing was begun.");
        var settings = wish.Settings();
        var (photos, look) = await ReadAsync(request, cancel);
        var plan = Plan(request, photos, look?.Name);
        var pictures = new List<OrderPicture>();
        var states = new Dictionary<int, TakeState>();
        foreach (var (photo, planned) in photos.Zip(plan.Names))
        {
            if (planned.Fate == NameFate.Skipped) continue;
            var state = await takes.GetAsync(photo.Shown.Id, cancel);
            var number = pictures.Count + 1;
            states[number] = state;
            pictures.Add(new OrderPicture(number, photo.Name, look?.Name ?? state.Name, Relative(originals.PathOf(state.Photo.Hash, state.Photo.Extension)), planned.Name, look is not null, state.Photo.Page));
        }
        if (pictures.Count == 0) throw new YarnwheelException("Files of all these names are there already, and those are left out; nothing is left to save.");
        if (request.Target == OrderTarget.Folder) Directory.CreateDirectory(request.Folder!);
        var order = book.Add(new Order
        {
            Id = "",
            Title = pictures.Count == 1 ? pictures[0].Name : string.Create(CultureInfo.InvariantCulture, $"{pictures.Count} photos"),
            CreatedAt = default,
            Person = sight.Viewer?.Person,
            Kind = wish.Kind,
            Target = request.Target,
            Folder = request.Target == OrderTarget.Folder ? Path.GetFullPath(request.Folder!) : null,
            Settings = settings,
            RecipeBeside = wish.RecipeBeside,
            Pictures = pictures,
        }, number => states[number].Recipe, look is null ? null : (look, new LookWish(LookPieces.All, request.Strength, LookDesk.IsInstead(request.Look!))));
        // An archive's pictures are made as it is fetched.
        if (order.Target != OrderTarget.Zip) await queue.GoOnAsync(order, CancellationToken.None);
        return order;
    }

    /// <summary>Stops beginning pictures; those being made are finished.</summary>
    public async Task PauseAsync(Order order)
    {
        book.Set(order.Id, OrderMark.Paused, true);
        await queue.DropAsync(order);
    }

    /// <summary>Goes on after a pause or a restart.</summary>
    public async Task GoOnAsync(Order order)
    {
        book.Set(order.Id, OrderMark.Paused, false);
        if (order.Target != OrderTarget.Zip) await queue.GoOnAsync(order);
    }

    /// <summary>Ends an order: what is done stays.</summary>
    public async Task CancelAsync(Order order)
    {
        book.Set(order.Id, OrderMark.Cancelled, true);
        await queue.DropAsync(order);
    }

    /// <summary>Tries those again that failed.</summary>
    public async Task RetryAsync(Order order)
    {
        book.Set(order.Id, OrderMark.Cancelled, false);
        book.ForgetFailed(order);
        await GoOnAsync(order);
    }

    public async Task RemoveAsync(Order order)
    {
        await CancelAsync(order);
        book.Remove(order.Id);
    }

    private async Task<(IReadOnlyList<ShelfPhoto> Photos, Look? Look)> ReadAsync(SetRequest request, CancellationToken cancel)
    {
        var wanted = request.Photos ?? [];
        if (wanted.Length > Most) throw new YarnwheelException($"An order has at most {Most} photos; nothing was begun.");
        var known = (await shelf.ListAsync(new ShelfWish(), cancel)).ToDictionary(p => p.Id);
        var photos = wanted.Distinct().Where(known.ContainsKey).Select(id => known[id]).ToList();
        if (photos.Count == 0) throw new YarnwheelException("None of these photos is on the Shelf any more; nothing was begun.");
        var look = request.Look is { Length: > 0 } key ? await looks.FindAsync(key, null, cancel) : null;
        return (photos, look);
    }

    private SetPlan Plan(SetRequest request, IReadOnlyList<ShelfPhoto> photos, string? look)
    {
        var pattern = NamePattern.Parse(request.Pattern ?? NamePattern.Usual);
        if (request.Target == OrderTarget.Folder) CheckFolder(request.Folder);
        var day = DateOnly.FromDateTime(clock.GetLocalNow().DateTime);
        var parts = photos.Select((p, i) => new NameParts(p.Name, look ?? p.Shown.Name, i + 1, photos.Count, day)).ToList();
        var taken = request.Target == OrderTarget.Folder && Directory.Exists(request.Folder) ? Directory.EnumerateFiles(request.Folder).Select(f => Path.GetFileName(f)).ToHashSet(StringComparer.OrdinalIgnoreCase) : [];
        return new SetPlan(NamePlan.Of(pattern, parts, (request.Wish ?? new CopyWish()).Extension, request.Clash, taken.Contains), pattern.Forbidden);
    }

    private void CheckFolder(string? path)
    {
        if (sight.IsOn) throw new YarnwheelException("Where people sign in, copies of a set come as a ZIP archive: folders of the server are for whoever runs it.");
        if (string.IsNullOrWhiteSpace(path) || !Path.IsPathFullyQualified(path)) throw new YarnwheelException("The folder is named from the root on, for example /srv/pictures/catalogue.");
        var full = Path.GetFullPath(path);
        if ((full + "/").StartsWith(folder.Root + "/", StringComparison.Ordinal)) throw new YarnwheelException("That is Yarnwheel’s own data folder; choose another.");
        if (!Directory.Exists(full) && !Directory.Exists(Path.GetDirectoryName(full))) throw new YarnwheelException($"There is no folder {Path.GetDirectoryName(full)} on the server; nothing was begun.");
        if (File.Exists(full)) throw new YarnwheelException($"{full} is a file; choose a folder.");
    }

    private string Relative(string original) => Path.GetRelativePath(folder.Root, original);
}
