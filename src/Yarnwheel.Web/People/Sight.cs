using System.Security.Claims;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Web.People;

/// <summary>Whose eyes the application looks with just now: those of whoever asked, where people sign in; else it sees all.</summary>
/// <param name="requests">The request that is being answered; null where nobody signs in.</param>
/// <param name="options">Of the database.</param>
public sealed class Sight(IHttpContextAccessor? requests, DbContextOptions<YarnwheelContext> options) : IDbContextFactory<YarnwheelContext>
{
    private static readonly object Seen = new();

    /// <summary>Whether people sign in.</summary>
    public bool IsOn => requests is not null;

    /// <summary>Whoever asked; null where nobody signs in, and for what the application does by itself.</summary>
    public Viewer? Viewer => requests?.HttpContext is { } request ? Of(request.User) : null;

    /// <summary>Whether whoever asked may only look.</summary>
    public bool OnlyLooks => Viewer is { IsOwner: false };

    /// <summary>Somebody who is not signed in is a guest without a name, with whom nothing is shared.</summary>
    private static Viewer Of(ClaimsPrincipal person) => new(person.Identity?.Name ?? "", person.Identity is { IsAuthenticated: true } && person.IsInRole(Roles.Owner));

    public YarnwheelContext CreateDbContext() => YarnwheelContext.Seen(options, Viewer);

    /// <exception cref="YarnwheelException">There is no such take, or it is not for these eyes: the same words for both.</exception>
    public async Task CheckTakeAsync(int take, CancellationToken cancel)
    {
        if (requests?.HttpContext is not { } request) return;
        var seen = (HashSet<int>)(request.Items[Seen] ??= new HashSet<int>());
        if (seen.Contains(take)) return;
        await using var context = CreateDbContext();
        // Also one that was removed can be brought back by those who saw it. Two questions: filters are ignored in the whole of one.
        var photo = await context.Takes.IgnoreQueryFilters().Where(t => t.Id == take).Select(t => t.PhotoId).SingleOrDefaultAsync(cancel);
        if (!await context.Photos.AnyAsync(p => p.Id == photo, cancel)) throw new UnseenException();
        seen.Add(take);
    }

    /// <summary>Whether a take is for these eyes still, in an answer that goes on: sharing may have ended since it began.</summary>
    public async Task<bool> SeesStillAsync(int take, CancellationToken cancel)
    {
        requests?.HttpContext?.Items.Remove(Seen);
        try
        {
            await CheckTakeAsync(take, cancel);
            return true;
        }
        catch (UnseenException)
        {
            return false;
        }
    }

    /// <exception cref="YarnwheelException">There is no such photo, or it is not for these eyes: the same words for both.</exception>
    public async Task CheckPhotoAsync(int photo, CancellationToken cancel)
    {
        if (requests is null) return;
        await using var context = CreateDbContext();
        if (!await context.Photos.AnyAsync(p => p.Id == photo, cancel)) throw new UnseenException();
    }
}

/// <summary>What was asked for is not there for whoever asked.</summary>
public sealed class UnseenException() : YarnwheelException("There is no such photo or take; it may have been removed, or is not shared with you any more. Go back to the Shelf.");
