using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core;
using Yarnwheel.Core.Looks;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>A look that was kept.</summary>
public sealed record KeptLook(int Id, Look Look);

/// <summary>The photographer's own looks.</summary>
public sealed class LookShelf(IDbContextFactory<YarnwheelContext> contexts)
{
    private const int Most = 500;

    /// <summary>All, in the order they were kept.</summary>
    public async Task<IReadOnlyList<KeptLook>> ListAsync(CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        return (await context.Looks.AsNoTracking().OrderBy(l => l.Id).ToListAsync(cancel)).Select(Read).ToList();
    }

    /// <summary>One of them, or null.</summary>
    public async Task<KeptLook?> FindAsync(int id, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        return await context.Looks.AsNoTracking().SingleOrDefaultAsync(l => l.Id == id, cancel) is { } row ? Read(row) : null;
    }

    /// <summary>Keeps a look.</summary>
    /// <exception cref="YarnwheelException">Its name is empty or too long, or there are too many.</exception>
    public async Task<int> AddAsync(Look look, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(look);
        var named = look with { Name = Named(look.Name) };
        await using var context = await contexts.CreateDbContextAsync(cancel);
        if (await context.Looks.CountAsync(cancel) >= Most) throw new YarnwheelException($"There are {Most} looks already; remove one first.");
        var row = new LookRow { Name = named.Name, Look = LookJson.Write(named) };
        context.Looks.Add(row);
        await context.SaveChangesAsync(cancel);
        return row.Id;
    }

    /// <exception cref="YarnwheelException">The name is empty or too long.</exception>
    public async Task RenameAsync(int id, string name, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        if (await context.Looks.SingleOrDefaultAsync(l => l.Id == id, cancel) is not { } row) return;
        row.Name = Named(name);
        row.Look = LookJson.Write(Read(row).Look with { Name = row.Name });
        await context.SaveChangesAsync(cancel);
    }

    public async Task RemoveAsync(int id, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        await context.Looks.Where(l => l.Id == id).ExecuteDeleteAsync(cancel);
    }

    private static KeptLook Read(LookRow row) => new(row.Id, LookJson.Parse(row.Look));

    private static string Named(string name) =>
        name.Trim() is { Length: > 0 and <= 60 } good ? good : throw new YarnwheelException("A look needs a name of 1 to 60 characters; it was not kept.");
}
