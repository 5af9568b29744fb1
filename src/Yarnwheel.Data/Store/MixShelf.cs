using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Yarnwheel.Core;
using Yarnwheel.Core.Recipes;
using Yarnwheel.Data.Model;

namespace Yarnwheel.Data.Store;

/// <summary>The photographer's own grey mixes.</summary>
public sealed class MixShelf(IDbContextFactory<YarnwheelContext> contexts)
{
    private const int Most = 200;

    /// <summary>All, in the order they were kept.</summary>
    public async Task<IReadOnlyList<(int Id, string Name, GreyMix Grey)>> ListAsync(CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        var rows = await context.Mixes.AsNoTracking().OrderBy(m => m.Id).ToListAsync(cancel);
        return rows.Select(m => (m.Id, m.Name, RecipeJson.Parse($"{{\"yarnwheel\":1,\"grey\":{m.Grey}}}").Grey)).ToList();
    }

    /// <summary>Keeps a mix under a name.</summary>
    /// <exception cref="YarnwheelException">The name is empty or too long, or there are too many.</exception>
    public async Task AddAsync(string name, GreyMix grey, CancellationToken cancel = default)
    {
        name = name.Trim();
        if (name.Length is 0 or > 40) throw new YarnwheelException("A mix needs a name of 1 to 40 characters; it was not kept.");
        await using var context = await contexts.CreateDbContextAsync(cancel);
        if (await context.Mixes.CountAsync(cancel) >= Most) throw new YarnwheelException($"There are {Most} mixes already; remove one first.");
        var node = RecipeJson.ToNode(new Recipe { Grey = grey })["grey"]!;
        context.Mixes.Add(new MixRow { Name = name, Grey = node.ToJsonString(new JsonSerializerOptions()) });
        await context.SaveChangesAsync(cancel);
    }

    public async Task RemoveAsync(int id, CancellationToken cancel = default)
    {
        await using var context = await contexts.CreateDbContextAsync(cancel);
        await context.Mixes.Where(m => m.Id == id).ExecuteDeleteAsync(cancel);
    }
}
