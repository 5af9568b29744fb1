using Microsoft.EntityFrameworkCore;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>Whom photos and sets belong to.</summary>
public sealed class OwnerShelf(IDbContextFactory<YarnwheelContext> contexts)
{
    /// <summary>Somebody leaves: what was theirs belongs to nobody, which is all owners; nothing is shared with them any more.</summary>
    /// <param name="person">Their name.</param>
    /// <param name="cancel">Ends the work before it is written.</param>
    public async Task LeaveAsync(string person, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        await using var whole = await context.Database.BeginTransactionAsync(cancel);
        foreach (var photo in await context.Photos.IgnoreQueryFilters().Where(p => p.Owner == person).ToListAsync(cancel))
        {
            // Where all owners have the same photo, its takes come to those there.
            if (await context.Photos.IgnoreQueryFilters().SingleOrDefaultAsync(p => p.Owner == "" && p.Hash == photo.Hash && p.Page == photo.Page, cancel) is { } twin)
            {
                await context.Takes.IgnoreQueryFilters().Where(t => t.PhotoId == photo.Id).ExecuteUpdateAsync(t => t.SetProperty(x => x.PhotoId, twin.Id), cancel);
                await context.Photos.IgnoreQueryFilters().Where(p => p.Id == photo.Id).ExecuteDeleteAsync(cancel);
            }
            else
            {
                await context.Photos.IgnoreQueryFilters().Where(p => p.Id == photo.Id).ExecuteUpdateAsync(p => p.SetProperty(x => x.Owner, ""), cancel);
            }
        }
        await context.Sets.IgnoreQueryFilters().Where(s => s.Owner == person).ExecuteUpdateAsync(s => s.SetProperty(x => x.Owner, ""), cancel);
        await context.Set<ShareRow>().Where(s => s.Person == person).ExecuteDeleteAsync(cancel);
        await whole.CommitAsync(cancel);
    }
}
