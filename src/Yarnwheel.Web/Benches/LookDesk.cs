using System.Globalization;
using Yarnwheel.Core;
using Yarnwheel.Core.Looks;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Store;

namespace Yarnwheel.Web.Benches;

/// <summary>Finds looks by their keys, one that comes with the application, a kept one or another take, and lays them on takes.</summary>
internal sealed class LookDesk(TakeDesk takes, OpenPhotos photos, LookShelf kept)
{
    /// <summary>The key of a kept look.</summary>
    public static string KeyOf(KeptLook look) => string.Create(CultureInfo.InvariantCulture, $"kept-{look.Id}");

    /// <summary>The key of a take as a look.</summary>
    public static string KeyOf(int take) => string.Create(CultureInfo.InvariantCulture, $"take-{take}");

    /// <summary>Whether a look's areas stand in place of those there, unless something else is asked for: those of another take come to them.</summary>
    public static bool IsInstead(string key) => !key.StartsWith("take-", StringComparison.Ordinal);

    /// <param name="key">Of the look.</param>
    /// <param name="photo">The photo it is for: takes of the same one keep everything at its place; null for any.</param>
    /// <param name="cancel">Ends the work.</param>
    /// <exception cref="YarnwheelException">There is no such look.</exception>
    public async Task<Look> FindAsync(string key, int? photo, CancellationToken cancel)
    {
        if (OwnLooks.All.FirstOrDefault(l => l.Key == key) is { } own) return own.Look;
        if (Number(key, "kept-") is { } id && await kept.FindAsync(id, cancel) is { } one) return one.Look;
        if (Number(key, "take-") is { } take) return await OfTakeAsync(take, "", LookPieces.All, photo, cancel);
        throw new YarnwheelException("That look is not there any more. Nothing was changed.");
    }

    /// <summary>A look made of a take.</summary>
    /// <param name="take">The take.</param>
    /// <param name="name">Of the look; empty for that of the take.</param>
    /// <param name="pieces">Which of its pieces.</param>
    /// <param name="photo">The photo it is for; null for any.</param>
    /// <param name="cancel">Ends the work.</param>
    public async Task<Look> OfTakeAsync(int take, string name, LookPieces pieces, int? photo, CancellationToken cancel)
    {
        var state = await takes.GetAsync(take, cancel);
        if (name.Length == 0) name = state.Photo.Id == photo ? state.Name : $"{state.Photo.Name}, {state.Name}";
        name = name.Length > 60 ? name[..60] : name;
        if (state.Photo.Id == photo) return LookMaking.Of(name, state.Recipe, pieces, null);
        // Colours are read on the photo the take is of.
        var open = state.Recipe.Areas.Any(a => a.Mask.Parts.Any(p => p is ColourPart)) ? await photos.GetAsync(state.Photo, cancel) : null;
        return LookMaking.Of(name, state.Recipe, pieces, open is null ? _ => [] : pick => open.Renderer.Readings.Shades(state.Recipe, pick));
    }

    /// <summary>What laying a look on a take comes to.</summary>
    public async Task<(Look Look, LookChange Change)> PlanAsync(TakeState take, string key, LookWish wish, CancellationToken cancel)
    {
        var look = await FindAsync(key, take.Photo.Id, cancel);
        // What lies at a place of the same photo lies right.
        var isOwn = await IsOfPhotoAsync(key, take.Photo.Id, cancel);
        var open = await photos.GetAsync(take.Photo, cancel);
        var change = await Task.Run(() => LookLaying.On(take.Recipe, look, isOwn ? wish with { Placed = true } : wish,
            what => isOwn ? null : what == SubjectFinding.Sky ? open.Renderer.Findings.Sky(cancel) : open.Renderer.Findings.MainSubject(cancel)), cancel);
        return (look, change);
    }

    /// <summary>Whether a key is that of a take of a photo.</summary>
    public async Task<bool> IsOfPhotoAsync(string key, int photo, CancellationToken cancel) =>
        Number(key, "take-") is { } take && (await takes.GetAsync(take, cancel)).Photo.Id == photo;

    private static int? Number(string key, string before) =>
        key.StartsWith(before, StringComparison.Ordinal) && int.TryParse(key.AsSpan(before.Length), NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : null;
}
